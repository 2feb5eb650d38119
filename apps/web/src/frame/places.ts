/** Where a tablet of the bench can go: its work is there. */
export const AT_TABLET: readonly string[] = ['/', '/jobs', '/bench'];
