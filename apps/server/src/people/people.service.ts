import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import {
  ROLE_RIGHTS,
  RIGHTS,
  type Person,
  type Right,
  type Role,
  type ShownCode,
  type SignInRule,
} from '@kanga/contract/people';
import { notFound, refuse } from '../http/index.js';
import { ShopRepository } from '../shop/index.js';
import { rightsOf, type Asking } from './asking.js';
import { Mailer } from './mailer.js';
import { OneUse } from './one-use.js';
import { NO_CODES, PersonRepository, type PersonRow } from './person.repository.js';
import { hashed, hashOfToken, newToken } from './secrets.js';
import { SignIns } from './sign-ins.js';

/** PostgreSQL, appendix A: unique_violation. */
const TAKEN = '23505';

/** Who is let in, and what they may do. */
@Injectable()
export class PeopleService {
  constructor(
    private readonly people: PersonRepository,
    private readonly signIns: SignIns,
    private readonly oneUse: OneUse,
    private readonly mailer: Mailer,
    private readonly shop: ShopRepository,
  ) {}

  list(): Promise<Person[]> {
    return this.people.shown();
  }

  /** Refuses to give what one has not oneself, or to touch an owner without being one: who lets people in could make themselves anything. */
  private notAbove(asking: Asking, person: Pick<PersonRow, 'role'> | null, role: Role, rights: readonly Right[]): void {
    const own = rightsOf(asking);
    const isOwner = asking.by !== 'person' || asking.person?.role === 'owner';
    if (isOwner) return;
    if (role === 'owner' || person?.role === 'owner' || rights.some((right) => !own.includes(right)))
      throw refuse(
        403,
        'person.above',
        'Only an owner can do this',
        'Ask an owner: nobody gives a right that they have not themselves, or changes how an owner comes in.',
      );
  }

  private async one(id: string): Promise<PersonRow> {
    const person = await this.people.one(id);
    if (!person) throw notFound('person', id);
    return person;
  }

  /** Somebody whose ways in are changed. */
  async touched(asking: Asking, id: string): Promise<PersonRow> {
    const person = await this.one(id);
    this.notAbove(asking, person, person.role, person.rights);
    return person;
  }

  /** Two people of one name would be taken for each other wherever a name stands. */
  private async named<T>(name: string, work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if ((error as { code?: string }).code !== TAKEN) throw error;
      throw refuse(
        409,
        'person.name',
        `There is a ${name} already`,
        'Add a letter of the family name, or a number: the log tells people apart by their names.',
      );
    }
  }

  async add(asking: Asking, { name, role }: { name: string; role: Role }): Promise<Person[]> {
    this.notAbove(asking, null, role, ROLE_RIGHTS[role]);
    await this.named(name, () => this.people.add({ id: randomUUID(), name, role, rights: ROLE_RIGHTS[role] }));
    return this.list();
  }

  /** Refuses what would leave nobody who can let people in. */
  private async notTheLastOwner(person: PersonRow): Promise<void> {
    if (person.role === 'owner' && person.password !== null && (await this.people.owners()) === 1)
      throw refuse(
        409,
        'person.last-owner',
        `${person.name} is the only owner who can sign in`,
        'Make somebody else an owner first, and have them choose a password.',
      );
  }

  async change(
    asking: Asking,
    id: string,
    { name, role, rights }: { name: string; role: Role; rights: readonly Right[] },
  ): Promise<Person[]> {
    const person = await this.one(id);
    this.notAbove(asking, person, role, rights);
    if (role !== 'owner') await this.notTheLastOwner(person);
    const kept = role === 'owner' ? [...RIGHTS] : RIGHTS.filter((right) => rights.includes(right));
    await this.named(name, () => this.people.change(id, { name, role, rights: kept }));
    return this.list();
  }

  async remove(asking: Asking, id: string): Promise<Person[]> {
    const person = await this.touched(asking, id);
    await this.notTheLastOwner(person);
    await this.people.change(id, { gone_at: new Date(), password: null, pin: null, badge: null, ...NO_CODES });
    await this.oneUse.forget({ person_id: id });
    await this.signIns.end({ person_id: id });
    return this.list();
  }

  /** Signs somebody out everywhere; they can come in again. */
  async signOut(asking: Asking, id: string): Promise<Person[]> {
    await this.touched(asking, id);
    await this.signIns.end({ person_id: id }, asking.person?.id === id ? asking.signIn : null);
    return this.list();
  }

  signInRule(): Promise<SignInRule> {
    return this.signIns.rule();
  }

  /** Only an owner says so: whoever lets people in could take a step away from an owner’s door. */
  async setSignInRule(asking: Asking, rule: SignInRule): Promise<SignInRule> {
    this.notAbove(asking, null, 'owner', RIGHTS);
    await this.signIns.setRule(rule);
    return this.signIns.rule();
  }

  async invite(asking: Asking, id: string): Promise<ShownCode> {
    await this.touched(asking, id);
    return this.oneUse.show('invitation', { person_id: id });
  }

  /** Sends somebody a code in a letter; `to` is not kept. `where`: what they open. */
  async mailInvitation(asking: Asking, id: string, to: string, where: string): Promise<{ until: string }> {
    const { name } = await this.touched(asking, id);
    let until = '';
    await this.mailer.send(to, async () => {
      const shown = await this.oneUse.show('invitation', { person_id: id });
      until = shown.until;
      const shop = (await this.shop.settings())?.shopName ?? 'Kanga';
      return {
        subject: `Your way into Kanga at ${shop}`,
        text: `Hello ${name},\n\nopen ${where}, touch “I have a code”, type\n\n    ${shown.code}\n\nand choose a password. The code is good once, until ${until.slice(0, 16).replace('T', ' ')} UTC.\nWho did not expect this letter can throw it away.\n`,
      };
    });
    return { until };
  }

  async setPin(asking: Asking, id: string, pin: string): Promise<Person[]> {
    await this.touched(asking, id);
    const digits = [...pin].map(Number);
    const steps = new Set(digits.slice(1).map((digit, i) => (digit - (digits[i] ?? 0) + 10) % 10));
    if (steps.size === 1 && [0, 1, 9].some((step) => steps.has(step)))
      throw refuse(
        422,
        'person.pin',
        `${pin} is one of the PINs that are tried first`,
        'Choose digits that are no row: not 1234, not 5555.',
      );
    await this.people.change(id, { pin: await hashed(pin) });
    return this.list();
  }

  /** A badge's code, told once: what is kept of it is its hash. */
  async makeBadge(asking: Asking, id: string): Promise<{ badge: string }> {
    await this.touched(asking, id);
    const badge = `KB-${newToken()}`;
    await this.people.change(id, { badge: hashOfToken(badge) });
    return { badge };
  }
}
