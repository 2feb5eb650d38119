/** Pieces as they are typed, like `2, 5-7`, counted from 0 and each once; or what is wrong with the text. */
export function readPieces(
  text: string,
  pieces: number,
): { ok: true; value: number[] } | { ok: false; problem: string } {
  const chosen = new Set<number>();
  for (const part of text.split(/[,;\s]+/).filter((one) => one !== '')) {
    const match = /^(\d+)(?:[-–](\d+))?$/.exec(part);
    if (!match) return { ok: false, problem: `“${part}” is no piece: write numbers like 2, 5-7.` };
    const [from, to] = [Number(match[1]), Number(match[2] ?? match[1])];
    if (from < 1 || to > pieces || to < from)
      return { ok: false, problem: `“${part}” is not among the pieces 1 to ${pieces}.` };
    for (let piece = from; piece <= to; piece++) chosen.add(piece - 1);
  }
  return chosen.size === 0
    ? { ok: false, problem: `Name at least one of the pieces 1 to ${pieces}.` }
    : { ok: true, value: [...chosen].sort((a, b) => a - b) };
}
