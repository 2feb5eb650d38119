import type { PipeTransform } from '@nestjs/common';
import { check } from '@kanga/contract/finding';
import type Joi from 'joi';
import { Refusal } from './refusal.js';

/** The one door check: a value passes as its schema says or is refused with every fault named. */
export class Valid<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: Joi.Schema<T>) {}

  transform(value: unknown): T {
    const checked = check(this.schema, value);
    if (!checked.ok) throw new Refusal(400, checked.problem);
    return checked.value;
  }
}
