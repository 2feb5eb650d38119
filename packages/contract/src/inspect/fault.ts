import Joi from 'joi';
import { FAULT_CODES } from '@kanga/core/inspect';

export const faultCodeSchema = Joi.string().valid(...FAULT_CODES);
