import { ROUTES, type RouteName } from './routes.js';

type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;
/** The parameters that stand in the path of a route. */
export type ParamsOf<N extends RouteName> = Record<NamesIn<(typeof ROUTES)[N]['path']>, string | number>;
/** What stands behind the question mark; what is undefined is left out. */
export type Query = Readonly<Record<string, string | number | undefined>>;

let base = '';
/** Says under which path Kanga is served, `/kanga/`; `/` where nobody says. */
export function servedUnder(path: string): void {
  base = path.replace(/\/+$/, '');
}
/** A path of Kanga's own as it is where Kanga is served. */
export const under = (path: string): string => `${base}${path}`;
/** What a path is to Kanga: without what stands before it where Kanga is served. */
export const within = (path: string): string => (path.startsWith(`${base}/`) ? path.slice(base.length) : path);

/** The address of a door, with its parameters and its query written as an address needs them. */
export function addressOf<N extends RouteName>(name: N, params: ParamsOf<N>, query: Query = {}): string {
  const values: Record<string, string | number> = params;
  const path = under(ROUTES[name].path).replace(/\{(\w+)\}/g, (_, key: string) =>
    encodeURIComponent(values[key] ?? ''),
  );
  const asked = Object.entries(query)
    .flatMap(([key, value]) => (value === undefined ? [] : [`${key}=${encodeURIComponent(value)}`]))
    .join('&');
  return asked ? `${path}?${asked}` : path;
}
