/** What was found and taken out, in words. */
export function erasedWords({ erased, as }: { erased: Record<string, number>; as: string }): string {
  const places = Object.values(erased).reduce((sum, count) => sum + count, 0);
  return `Taken out at ${places} ${places === 1 ? 'place' : 'places'}. “${as}” stands there now, and says nothing of who it was.`;
}
