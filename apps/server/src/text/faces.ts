import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { faceOf } from '@kanga/core/shaping';
import { FONTS, fontPath, type Face, type FontId } from '@kanga/core/text';

const { resolve } = createRequire(import.meta.url);
/** Where one cut of a font lies on disk. */
export const fontFile = (id: FontId, subset: string): string => resolve(fontPath(id, subset));
/** A face of such files, by their paths inside their packages. */
export const faceIn = async (paths: readonly string[]): Promise<Face> =>
  faceOf(await Promise.all(paths.map((path) => readFile(resolve(path)))));

const loaded = new Map<FontId, Promise<Face>>();

const load = (id: FontId): Promise<Face> => faceIn(FONTS[id].subsets.map((subset) => fontPath(id, subset)));

/** The faces of these fonts; each is read once. */
export async function facesFor(ids: readonly FontId[]): Promise<Map<FontId, Face>> {
  const faces = await Promise.all(
    ids.map(async (id): Promise<[FontId, Face]> => {
      const face = loaded.get(id) ?? load(id);
      loaded.set(id, face);
      return [id, await face];
    }),
  );
  return new Map(faces);
}
