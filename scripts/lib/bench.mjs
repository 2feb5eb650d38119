export async function bench() {
  throw new Error('not written yet');
}
