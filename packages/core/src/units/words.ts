/** Text as it begins a sentence. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Text as it stands within a sentence. */
export const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** So many of a thing: `1 piece`, `3 pieces`. */
export const formatCount = (count: number, one: string): string => `${count} ${count === 1 ? one : `${one}s`}`;
