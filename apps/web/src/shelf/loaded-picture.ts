/** A picture to be traced, with its size and an address to show it by. */
export interface Loaded {
  file: Blob;
  url: string;
  size: { width: number; height: number };
}

/** A picture from a file, with its size and an address to show it by. */
export async function load(file: Blob): Promise<Loaded> {
  const bitmap = await createImageBitmap(file);
  const size = { width: bitmap.width, height: bitmap.height };
  bitmap.close();
  return { file, url: URL.createObjectURL(file), size };
}
