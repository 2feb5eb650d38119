import Joi from 'joi';
import type { Route, RouteName } from '../route/index.js';

/** What goes into a door of the server and what comes out. Body and answer are a Joi schema, or a media type where bytes are streamed. */
export interface Description {
  summary: string;
  query?: Joi.ObjectSchema;
  body?: Joi.Schema | string;
  answer: Joi.Schema | string;
}
/** Doors by the names of their routes. */
export type Descriptions = Partial<Record<RouteName, Description>>;

/** A door with the place where it is. */
export interface Endpoint extends Route, Description {
  name: RouteName;
  /** What each parameter of its path may be. */
  params: Readonly<Record<string, Joi.Schema>>;
}

export const list = <T>(schema: Joi.ObjectSchema<T>) => Joi.array<T[]>().items(schema);

/** The type that a schema lets through; a media type stands for bytes. */
export type ValueOf<Schema> = Schema extends Joi.AnySchema<infer T> ? T : Schema extends string ? Uint8Array : never;
