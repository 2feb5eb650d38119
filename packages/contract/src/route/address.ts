import { ROUTES, type RouteName } from './routes.js';

type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;
/** The parameters that stand in the path of a route. */
export type ParamsOf<N extends RouteName> = Record<NamesIn<(typeof ROUTES)[N]['path']>, string | number>;
/** What stands behind the question mark; what is undefined is left out. */
export type Query = Readonly<Record<string, string | number | undefined>>;

/** The address of a door, with its parameters and its query written as an address needs them. */
export function addressOf<N extends RouteName>(name: N, params: ParamsOf<N>, query: Query = {}): string {
  const values: Record<string, string | number> = params;
  const path = ROUTES[name].path.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(values[key] ?? ''));
  const asked = Object.entries(query)
    .flatMap(([key, value]) => (value === undefined ? [] : [`${key}=${encodeURIComponent(value)}`]))
    .join('&');
  return asked ? `${path}?${asked}` : path;
}
