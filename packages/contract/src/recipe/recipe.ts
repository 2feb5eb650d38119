import Joi from 'joi';
import { PRESSURES } from '@kanga/core/blank';
import type { Recipe } from '@kanga/core/recipe';
import type { Proven } from '@kanga/core/stack';
import { idSchema, instantSchema, personSchema } from '../finding/index.js';
import { provenSchema } from '../stack/index.js';

const number = Joi.number().min(0).required();
const why = Joi.string().trim().min(1).max(300).required();
/** What somebody accepts as the recipe of a blank, a press and a paper. */
export interface NewRecipe {
  id: string;
  by: string | null;
  why: string;
  settings: Proven;
}
const by = personSchema.allow(null).required();
export const newRecipeSchema = Joi.object<NewRecipe, true>({
  id: idSchema.required(),
  by,
  why,
  settings: provenSchema.required(),
});
export const recipeSchema = Joi.object<Recipe, true>({
  id: idSchema.required(),
  at: instantSchema.required(),
  by,
  why,
  studyId: idSchema,
  settings: provenSchema.required(),
});

const name = Joi.string().trim().min(1).max(120).required();
/** A recipe as it travels between shops: by the names of things, which mean the same elsewhere as ids do not. See docs/formats/recipes.md. */
export interface SharedRecipe {
  blank: string;
  press: string;
  /** Null: whatever paper. */
  paper: string | null;
  temperature: number;
  dwell: number;
  pressure: Proven['pressure'];
  prePress: number;
  peel: Proven['peel'];
  good: number;
  spoiled: number;
  last: string;
  why: string;
}
const shared = Joi.object<SharedRecipe, true>({
  blank: name,
  press: name,
  paper: name.allow(null),
  temperature: number.max(230),
  dwell: number.max(600),
  pressure: Joi.string()
    .valid(...PRESSURES)
    .required(),
  prePress: number.max(120),
  peel: Joi.string().valid('hot', 'cold').required(),
  good: number,
  spoiled: number,
  last: instantSchema.required(),
  why,
});
/** The recipe book as a file: temperatures in °C, times in s. */
export interface RecipeFile {
  format: 'kanga-recipes';
  formatVersion: 1;
  recipes: SharedRecipe[];
}
export const recipeFileSchema = Joi.object<RecipeFile, true>({
  format: Joi.string().valid('kanga-recipes').required(),
  formatVersion: Joi.number().valid(1).required(),
  recipes: Joi.array().items(shared).max(2000).required(),
});
/** What became of a file of recipes: how many were taken, and which name nothing that this shop has. */
export interface RecipesTaken {
  taken: number;
  unknown: string[];
}
export const recipesTakenSchema = Joi.object<RecipesTaken, true>({
  taken: Joi.number().integer().required(),
  unknown: Joi.array().items(Joi.string()).required(),
});
