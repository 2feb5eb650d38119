import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { liveMessageSchema, pressNowSchema, type LiveMessage, type PressNow } from '@kanga/contract/bench';
import { idSchema, problemSchema, type Problem } from '@kanga/contract/finding';
import Joi from 'joi';

/** What a press is to do. */
export type PressOrder =
  { kind: 'set'; pressId: string; celsius: number } | { kind: 'lever'; pressId: string; closed: boolean };

/** What servers of one shop say to each other. */
export type Said =
  | { kind: 'live'; message: LiveMessage }
  /** A server has come, and knows nothing of the presses yet. */
  | { kind: 'hello' }
  /** More happened at once than can be told: whoever listens asks for it. */
  | { kind: 'much' }
  | { kind: 'order'; id: string; order: PressOrder }
  | { kind: 'done'; id: string; press: PressNow }
  | { kind: 'refused'; id: string; status: number; problem: Problem };

const kind = (name: Said['kind'] | PressOrder['kind']) => Joi.string().valid(name).required();
const orderSchema = Joi.alternatives<PressOrder>(
  Joi.object({ kind: kind('set'), pressId: idSchema.required(), celsius: Joi.number().required() }),
  Joi.object({ kind: kind('lever'), pressId: idSchema.required(), closed: Joi.boolean().required() }),
);
const saidSchema = Joi.alternatives<Said>(
  Joi.object({ kind: kind('live'), message: liveMessageSchema.required() }),
  Joi.object({ kind: kind('hello') }),
  Joi.object({ kind: kind('much') }),
  Joi.object({ kind: kind('order'), id: idSchema.required(), order: orderSchema.required() }),
  Joi.object({ kind: kind('done'), id: idSchema.required(), press: pressNowSchema.required() }),
  Joi.object({
    kind: kind('refused'),
    id: idSchema.required(),
    status: Joi.number().integer().min(400).max(599).required(),
    problem: problemSchema.required(),
  }),
).required();

/** NOTIFY takes less than 8000 bytes; the name of who says it goes before. */
const MOST = 7900;
/** A long text is packed; what begins so is. */
const PACKED = '~';
/** Nothing that a server says is longer when it is unpacked, bytes. */
const UNPACKED = 1_000_000;

/** Words as NOTIFY takes them, packed where they are long; where they are too long even so, that there is much. */
export function sealed(said: Said): string {
  const plain = JSON.stringify(said);
  if (Buffer.byteLength(plain) <= MOST) return plain;
  const packed = PACKED + deflateRawSync(plain).toString('base64');
  const much: Said = { kind: 'much' };
  return packed.length <= MOST ? packed : JSON.stringify(much);
}

/** The words again. Throws where no server of Kanga said them: anybody with the database's password may say anything. */
export function opened(text: string): Said {
  const packed = text.startsWith(PACKED);
  const plain = packed
    ? inflateRawSync(Buffer.from(text.slice(1), 'base64'), { maxOutputLength: UNPACKED }).toString()
    : text;
  return Joi.attempt(JSON.parse(plain), saidSchema) as Said;
}
