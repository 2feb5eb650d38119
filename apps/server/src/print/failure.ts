/** Why a render failed, in words somebody at the printer can do something with. */
export function failureWords(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string };
  if (code === 'ENOSPC' || /ENOSPC|No space left/i.test(message ?? ''))
    return 'The disk is full: make room and make the print again. Nothing was printed.';
  return `It could not be drawn: ${(message ?? String(error)).split('\n')[0] ?? ''}`;
}
