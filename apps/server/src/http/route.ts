import { applyDecorators, HttpCode, RequestMapping, RequestMethod } from '@nestjs/common';
import { ROUTES, type RouteName } from '@kanga/contract/route';

const METHODS = {
  get: RequestMethod.GET,
  post: RequestMethod.POST,
  put: RequestMethod.PUT,
  delete: RequestMethod.DELETE,
} as const;

/** The path of a route as Express reads it. */
export const expressPath = (name: RouteName): string => ROUTES[name].path.replace(/\{(\w+)\}/g, ':$1');

/** Answers at the route of this name, with its method and its status. */
export const Route = (name: RouteName): MethodDecorator => {
  const { method, status } = ROUTES[name];
  return applyDecorators(RequestMapping({ method: METHODS[method], path: expressPath(name) }), HttpCode(status));
};
