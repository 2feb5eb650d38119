/** A field to find things in a list by a few letters; its name is read to who does not see it. */
export function SearchField({
  label,
  placeholder,
  value,
  onChange,
  className = 'min-h-10 w-72 px-3',
}: {
  label: string;
  placeholder: string;
  value: string;
  onChange: (value: string) => void;
  className?: string;
}) {
  return (
    <input
      type="search"
      aria-label={label}
      placeholder={placeholder}
      className={`rounded-sm border-[1.5px] border-key/50 ${className}`}
      value={value}
      onChange={(event) => {
        onChange(event.target.value);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.stopPropagation();
      }}
    />
  );
}

/** Whether a text holds every word of what is sought, whatever its capitals. */
export function finder(sought: string): (text: string) => boolean {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return (text) => {
    const lower = text.toLowerCase();
    return words.every((word) => lower.includes(word));
  };
}
