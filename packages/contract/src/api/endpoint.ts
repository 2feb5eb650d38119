import Joi from 'joi';
import { idSchema } from '../finding/index.js';

/** One door of the server. Body and answer are a Joi schema, or a media type where bytes are streamed. */
export interface Endpoint {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With `{name}` for parameters. */
  path: string;
  summary: string;
  params?: Record<string, Joi.Schema>;
  query?: Joi.ObjectSchema;
  body?: Joi.Schema | string;
  answer: Joi.Schema | string;
  status?: number;
}

export const list = (schema: Joi.Schema) => Joi.array().items(schema);
export const id = { id: idSchema.required() };
