/** How large a file or a disk is, in thousands as makers of disks count: `340 kB`, `2.4 MB`, `83.5 GB`. Never rounded to nothing. */
export function formatBytes(bytes: number): string {
  if (bytes < 1e6) return `${Math.ceil(bytes / 1e3)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
}
