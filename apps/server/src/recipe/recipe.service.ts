import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Recipe } from '@kanga/core/recipe';
import type { RecipeFile, RecipesTaken, SharedRecipe } from '@kanga/contract/recipe';
import { BlankRepository } from '../blank/index.js';
import { RecipeRepository } from './recipe.repository.js';
import { ShopRepository } from '../shop/index.js';

/** Things by their names, as they travel between shops. */
const byName = <T extends { name: string }>(list: readonly T[]): ReadonlyMap<string, T> =>
  new Map(list.map((one) => [one.name.toLowerCase(), one]));

@Injectable()
export class RecipeService {
  constructor(
    private readonly recipes: RecipeRepository,
    private readonly blanks: BlankRepository,
    private readonly shop: ShopRepository,
  ) {}

  /** The recipe book by the names of things. */
  async export(): Promise<RecipeFile> {
    const [held, blanks, { presses, media }] = await Promise.all([
      this.recipes.held(),
      this.blanks.all(),
      this.shop.floor(),
    ]);
    const nameOf = (list: readonly { id: string; name: string }[], id: string | null) =>
      list.find((one) => one.id === id)?.name ?? null;
    const recipes = held.flatMap(({ why, settings }): SharedRecipe[] => {
      const { blankId, pressId, mediaId, temperature, dwell, pressure, prePress, peel, good, spoiled, last } = settings;
      const [blank, press] = [nameOf(blanks, blankId), nameOf(presses, pressId)];
      if (blank === null || press === null) return [];
      const figures = { temperature, dwell, pressure, prePress, peel, good, spoiled, last };
      return [{ blank, press, paper: nameOf(media, mediaId), ...figures, why }];
    });
    return { format: 'kanga-recipes', formatVersion: 1, recipes };
  }

  /** Takes recipes of another shop for the blanks, presses and papers of the same names; what names nothing here is told. */
  async import({ recipes }: RecipeFile): Promise<RecipesTaken> {
    const [shelf, { presses, media }] = await Promise.all([this.blanks.all(), this.shop.floor()]);
    const [blanks, byPress, byPaper] = [byName(shelf), byName(presses), byName(media)];
    const unknown = new Set<string>();
    const find = <T>(names: ReadonlyMap<string, T>, name: string): T | null => {
      const found = names.get(name.toLowerCase());
      if (found === undefined) unknown.add(name);
      return found ?? null;
    };
    const at = new Date().toISOString();
    const taken = recipes.flatMap(({ blank: blankName, press: pressName, paper, why, ...figures }): Recipe[] => {
      const [blank, press] = [find(blanks, blankName), find(byPress, pressName)];
      const found = paper === null ? null : find(byPaper, paper);
      if (!blank || !press || (paper !== null && !found)) return [];
      const { id: blankId, family, surface } = blank;
      const key = { blankId, family, surface, pressId: press.id, mediaId: found?.id ?? null };
      return [{ id: randomUUID(), at, by: null, why, settings: { ...key, ...figures, accepted: true } }];
    });
    await this.recipes.add(taken);
    return { taken: taken.length, unknown: [...unknown] };
  }
}
