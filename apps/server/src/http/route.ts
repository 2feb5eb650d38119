import 'reflect-metadata';
import { applyDecorators, HttpCode, RequestMapping, RequestMethod, SetMetadata } from '@nestjs/common';
import { ROUTES, type RouteName } from '@kanga/contract/route';

const METHODS = {
  get: RequestMethod.GET,
  post: RequestMethod.POST,
  put: RequestMethod.PUT,
  delete: RequestMethod.DELETE,
} as const;

/** The path of a route as Express reads it. */
export const expressPath = (name: RouteName): string => ROUTES[name].path.replace(/\{(\w+)\}/g, ':$1');

const NAME = 'kanga.route';
/** Says which route a handler answers, where something else than `Route` says how. */
export const Named = (name: RouteName): MethodDecorator => SetMetadata(NAME, name);
/** The route that a handler answers; undefined: nobody said. */
export const nameOf = (handler: object): RouteName | undefined =>
  Reflect.getMetadata(NAME, handler) as RouteName | undefined;

/** Answers at the route of this name, with its method and its status. */
export const Route = (name: RouteName): MethodDecorator => {
  const { method, status } = ROUTES[name];
  return applyDecorators(
    Named(name),
    RequestMapping({ method: METHODS[method], path: expressPath(name) }),
    HttpCode(status),
  );
};
