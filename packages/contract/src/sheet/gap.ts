import Joi from 'joi';
import { GAP_LIMITS } from '@kanga/core/sheet';

export const gapSchema = Joi.number().min(GAP_LIMITS.least).max(GAP_LIMITS.most);
