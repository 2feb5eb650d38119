import type { Problem } from '@kanga/contract/finding';

/** A request that cannot be done, with the status to answer and what the user can do about it. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.title);
  }
}

/** Shorthand for a refusal without a list of fields. */
export const refuse = (status: number, code: string, title: string, remedy: string): Refusal =>
  new Refusal(status, { code, title, remedy, faults: [] });

/** 404 for a thing that is not there. */
export const notFound = (what: string, id: string): Refusal =>
  refuse(
    404,
    `${what}.unknown`,
    `There is no ${what} ${id}`,
    'It may have been removed, or the shop was reset. Go back to the list.',
  );
