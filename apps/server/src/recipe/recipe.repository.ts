import { Inject, Injectable } from '@nestjs/common';
import type { Recipe } from '@kanga/core/recipe';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** Recipes as they were accepted: rows are only ever added, and the newest of each holds. */
@Injectable()
export class RecipeRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** The recipe of each blank, press and paper that has one. */
  async held(): Promise<Recipe[]> {
    const rows = await this.db('recipe')
      .distinctOn('blank_id', 'press_id', 'media_id')
      .orderBy(['blank_id', 'press_id', 'media_id', { column: 'seq', order: 'desc' }])
      .select<{ body: Recipe }[]>('body');
    return rows.map(({ body }) => body);
  }

  /** Adds recipes; one whose id is known already is passed over. */
  async add(recipes: readonly Recipe[]): Promise<void> {
    if (recipes.length === 0) return;
    await this.db('recipe')
      .insert(
        recipes.map((recipe) => ({
          id: recipe.id,
          blank_id: recipe.settings.blankId,
          press_id: recipe.settings.pressId,
          media_id: recipe.settings.mediaId,
          body: JSON.stringify(recipe),
        })),
      )
      .onConflict('id')
      .ignore();
  }
}
