import { ROLES, type Person } from '@kanga/contract/people';
import { peopleQuery, queryClient } from '../data/index.js';

export const ROLE_OPTIONS = ROLES.map((role) => ({ value: role, label: role }));

/** Everybody as the server has just told. */
export const keepPeople = (people: Person[]): void => {
  queryClient.setQueryData(peopleQuery.queryKey, people);
};
