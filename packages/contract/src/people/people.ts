import Joi from 'joi';
import { idSchema, instantSchema, mostSchema, personSchema } from '../finding/index.js';
import { RIGHTS, ROLES, type Right, type Role } from './rights.js';

/** How long a password has to be at least (NIST SP 800-63B-4, 3.1.1.2: eight with a second factor, fifteen alone; a shop's owners may have one, so twelve between), and may be. */
export const PASSWORD = { least: 12, most: 128 };
/** As many digits as a PIN has. */
export const PIN = { least: 4, most: 8 };

const rights = Joi.array()
  .items(Joi.string().valid(...RIGHTS))
  .unique()
  .required();
const role = Joi.string()
  .valid(...ROLES)
  .required();
const name = personSchema.required();
/** Not trimmed, and of any signs: a password is what was typed. */
const password = Joi.string().min(PASSWORD.least).max(PASSWORD.most).required();
const typed = Joi.string().min(1).max(PASSWORD.most).required();
/** A code of a one-time kind, as it is shown: letters and digits in fours. */
const shownCode = Joi.string().trim().min(8).max(40).required();
const digits = Joi.string()
  .pattern(/^\d{6}$/, 'six digits')
  .required();
const when = instantSchema.required();
const whenOrNull = instantSchema.allow(null).required();

/** Somebody who is let in. */
export interface Person {
  id: string;
  name: string;
  role: Role;
  rights: Right[];
  /** Whether they have each: nothing of what it is. */
  password: boolean;
  pin: boolean;
  badge: boolean;
  code: boolean;
  passkeys: number;
  lastSeen: string | null;
}
const personRowSchema = Joi.object<Person, true>({
  id: idSchema.required(),
  name,
  role,
  rights,
  password: Joi.boolean().required(),
  pin: Joi.boolean().required(),
  badge: Joi.boolean().required(),
  code: Joi.boolean().required(),
  passkeys: Joi.number().integer().required(),
  lastSeen: whenOrNull,
});
export const peopleSchema = Joi.array<Person[]>().items(personRowSchema);
export { personRowSchema };

/** Who asks, as the server sees it. */
export interface Me {
  /** `alone`: one owner at this machine, nobody signs in. `people`: everybody does. */
  mode: 'alone' | 'people';
  /** Null: nobody has signed in. */
  person: { id: string; name: string; role: Role; rights: Right[] } | null;
  tablet: { id: string; name: string } | null;
  /** Until when what needs a proof can be done without another one. */
  provenUntil: string | null;
  /** Whether they would have to come in by two steps and did not: until they do, they can only set that up. */
  lacksSecond: boolean;
  /** Whether letters can be sent. */
  mails: boolean;
}
export const meSchema = Joi.object<Me, true>({
  mode: Joi.string().valid('alone', 'people').required(),
  person: Joi.object({ id: idSchema.required(), name, role, rights }).allow(null).required(),
  tablet: Joi.object({ id: idSchema.required(), name }).allow(null).required(),
  provenUntil: whenOrNull,
  lacksSecond: Joi.boolean().required(),
  mails: Joi.boolean().required(),
});

/** Who has to come in by two steps: a password and a one-time code, or a passkey. Tablets at the bench are left out: they are a step themselves. */
export const SECOND_STEPS = ['nobody', 'owners', 'everybody'] as const;
export type SecondStep = (typeof SECOND_STEPS)[number];
export interface SignInRule {
  secondStep: SecondStep;
}
export const signInRuleSchema = Joi.object<SignInRule, true>({
  secondStep: Joi.string()
    .valid(...SECOND_STEPS)
    .required(),
});

/** To whom a letter goes; it is not kept. */
export const letterSchema = Joi.object<{ to: string }, true>({
  to: Joi.string().trim().email({ tlds: false }).max(254).required(),
});
/** Until when the code in a letter can be used. */
export const letterSentSchema = Joi.object<{ until: string }, true>({ until: when });

export const signInSchema = Joi.object<{ name: string; password: string; code?: string }>({
  name,
  password: typed,
  code: Joi.string().pattern(/^\d{6}$/, 'six digits'),
});
export const proofOfSelfSchema = Joi.object<{ password: string; code?: string }>({
  password: typed,
  code: Joi.string().pattern(/^\d{6}$/, 'six digits'),
});
export const newPasswordSchema = Joi.object<{ was: string; password: string }, true>({ was: typed, password });
export const ownerSchema = Joi.object<{ code: string; name: string; password: string }, true>({
  code: shownCode,
  name,
  password,
});
export const invitationSchema = Joi.object<{ code: string; password: string }, true>({ code: shownCode, password });
/** A code that is shown once, and until when it can be used. */
export interface ShownCode {
  code: string;
  until: string;
}
export const shownCodeSchema = Joi.object<ShownCode, true>({ code: Joi.string().required(), until: when });

export const newPersonSchema = Joi.object<{ name: string; role: Role }, true>({ name, role });
export const personChangeSchema = Joi.object<{ name: string; role: Role; rights: Right[] }, true>({
  name,
  role,
  rights,
});
export const pinSchema = Joi.object<{ pin: string }, true>({
  pin: Joi.string().pattern(/^\d+$/, 'digits').min(PIN.least).max(PIN.most).required(),
});

/** A device on which somebody is signed in. */
export interface SignIn {
  id: string;
  /** What it calls itself, in few words. */
  device: string;
  address: string;
  made: string;
  seen: string;
  here: boolean;
}
export const signInsSchema = Joi.object<
  { signIns: SignIn[]; code: boolean; passkeys: { id: string; name: string; made: string; used: string | null }[] },
  true
>({
  signIns: Joi.array()
    .items(
      Joi.object<SignIn, true>({
        id: idSchema.required(),
        device: Joi.string().required(),
        address: Joi.string().required(),
        made: when,
        seen: when,
        here: Joi.boolean().required(),
      }),
    )
    .required(),
  code: Joi.boolean().required(),
  passkeys: Joi.array()
    .items(Joi.object({ id: Joi.string().required(), name: Joi.string().required(), made: when, used: whenOrNull }))
    .required(),
});
/** The secret of one-time codes (RFC 6238), as its `otpauth` address, which an app reads as a code. */
export const codeOfferSchema = Joi.object<{ address: string; secret: string }, true>({
  address: Joi.string().required(),
  secret: Joi.string().required(),
});
export const codeSchema = Joi.object<{ code: string }, true>({ code: digits });

/** What a browser and its authenticator say to each other is checked by the library that reads it (Web Authentication, level 3). */
export const passkeyTalkSchema = Joi.object<Record<string, unknown>>().unknown();
export const newPasskeySchema = Joi.object<{ name: string; answer: Record<string, unknown> }, true>({
  name: Joi.string().trim().min(1).max(80).required(),
  answer: Joi.object().unknown().required(),
});
export const passkeyAnswerSchema = Joi.object<{ answer: Record<string, unknown> }, true>({
  answer: Joi.object().unknown().required(),
});

/** A tablet that stands at the bench. */
export interface Tablet {
  id: string;
  name: string;
  /** Null: its code was not used yet. */
  enrolled: string | null;
  seen: string | null;
}
export const tabletsSchema = Joi.array<Tablet[]>().items(
  Joi.object<Tablet, true>({ id: idSchema.required(), name, enrolled: whenOrNull, seen: whenOrNull }),
);
export const newTabletSchema = Joi.object<{ name: string }, true>({ name });
export const takeTabletSchema = Joi.object<{ code: string }, true>({ code: shownCode });
/** Who can be at a tablet: names to touch. */
export const tabletPeopleSchema = Joi.array<{ id: string; name: string; pin: boolean }[]>().items(
  Joi.object({ id: idSchema.required(), name, pin: Joi.boolean().required() }),
);
export const usePinSchema = Joi.object<{ person: string; pin: string }, true>({
  person: idSchema.required(),
  pin: Joi.string()
    .pattern(/^\d{1,8}$/, 'digits')
    .required(),
});
export const badgeSchema = Joi.object<{ badge: string }, true>({
  badge: Joi.string().trim().min(8).max(80).required(),
});

/** What is kept of somebody, in open form. */
export const personalDataSchema = Joi.object<Record<string, unknown>>().unknown();
export const customerQuerySchema = Joi.object<{ name: string }, true>({
  name: Joi.string().trim().min(1).max(200).required(),
});
export const erasedSchema = Joi.object<{ erased: Record<string, number>; as: string }, true>({
  erased: Joi.object().pattern(Joi.string(), Joi.number().integer()).required(),
  as: Joi.string().required(),
});

/** One change, as it stands in the book of changes. */
export interface AuditEntry {
  seq: number;
  at: string;
  /** Whose it was, by name; null: Kanga's own. */
  who: string | null;
  /** From where: an address, or the terminal. */
  from: string;
  what: string;
  subject: string;
  /** What it was and what it is now, of what changed. */
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}
export const auditEntrySchema = Joi.object<AuditEntry, true>({
  seq: Joi.number().integer().required(),
  at: when,
  who: Joi.string().allow(null).required(),
  from: Joi.string().allow('').required(),
  what: Joi.string().required(),
  subject: Joi.string().allow('').required(),
  before: Joi.object().unknown().allow(null).required(),
  after: Joi.object().unknown().allow(null).required(),
});
export const auditPageSchema = Joi.object<{ entries: AuditEntry[]; next: string | null; total: number }, true>({
  entries: Joi.array().items(auditEntrySchema).required(),
  next: Joi.string().allow(null).required(),
  total: Joi.number().integer().required(),
});
export interface AuditQuery {
  most?: string;
  after?: string;
  what?: string;
  who?: string;
}
export const auditQuerySchema = Joi.object<AuditQuery>({
  most: mostSchema,
  after: Joi.string().pattern(/^\d{1,15}$/, 'the number of an entry'),
  what: Joi.string().max(40),
  who: idSchema,
});

/** How Kanga can be reached from other devices. */
export interface Network {
  /** Whether it listens on the network. */
  open: boolean;
  /** Set from outside: KANGA_HOST, and the switch does nothing. */
  fixed: boolean;
  /** Addresses under which it is reached, the best first; those it would have while it is closed. */
  addresses: string[];
  /** SHA-256 of the certificate that devices are asked to trust; null: one's own certificate is used, or none was made. */
  root: string | null;
  /** What keeps it from listening, in words. */
  trouble: string | null;
}
export const networkSchema = Joi.object<Network, true>({
  open: Joi.boolean().required(),
  fixed: Joi.boolean().required(),
  addresses: Joi.array().items(Joi.string()).required(),
  root: Joi.string().allow(null).required(),
  trouble: Joi.string().allow(null).required(),
});
export const networkSwitchSchema = Joi.object<{ open: boolean }, true>({ open: Joi.boolean().required() });
