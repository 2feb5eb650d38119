import 'reflect-metadata';
import { RequestMethod } from '@nestjs/common';
import { HTTP_CODE_METADATA, METHOD_METADATA, PATH_METADATA } from '@nestjs/common/constants.js';
import { ROUTES, type RouteName } from '@kanga/contract/route';
import { expressPath, Route } from './route.js';

/** What Nest is told of a handler that answers at a route. */
function told(name: RouteName): { path: string; method: string; status: number } {
  class Answering {
    answer(): void {
      return undefined;
    }
  }
  const descriptor = Object.getOwnPropertyDescriptor(Answering.prototype, 'answer');
  if (!descriptor) throw new Error('there is no handler');
  Route(name)(Answering.prototype, 'answer', descriptor);
  const handler = descriptor.value as object;
  const method = Reflect.getMetadata(METHOD_METADATA, handler) as number;
  return {
    path: Reflect.getMetadata(PATH_METADATA, handler) as string,
    method: RequestMethod[method]?.toLowerCase() ?? '',
    status: Reflect.getMetadata(HTTP_CODE_METADATA, handler) as number,
  };
}

describe('a handler that answers at a route', () => {
  it.each(Object.keys(ROUTES) as RouteName[])('%s: is told where that is, and by what status', (name) => {
    const { method, status, path } = ROUTES[name];
    expect(told(name)).toEqual({ method, status, path: path.replaceAll('{', ':').replaceAll('}', '') });
  });
  it('has its parameters as Express reads them', () =>
    expect(expressPath('proofPicture')).toBe('/api/jobs/:id/proof/:side/:look'));
});
