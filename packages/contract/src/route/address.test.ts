import { addressOf, ROUTES, type RouteName } from './index.js';

describe('the address of a door', () => {
  it('has its parameters in their places', () => {
    expect(addressOf('proofPicture', { id: 'j', side: 1, look: 'pressed' })).toBe('/api/jobs/j/proof/1/pressed');
    expect(addressOf('shop', {})).toBe('/api/shop');
  });
  it('leaves out what is not asked, and keeps what is empty', () =>
    expect(addressOf('log', {}, { text: 'tee & cap', press: undefined, by: '', after: 0 })).toBe(
      '/api/log?text=tee%20%26%20cap&by=&after=0',
    ));
  // RFC 3986, section 3.3: a slash, a question mark or a number sign would end the segment that a value stands in.
  it.each(['a/b', 'a?b', 'a#b', '../b', 'ä €', '100%'])('keeps %s in one segment', (value) => {
    const { pathname, search, hash } = new URL(addressOf('job', { id: value }), 'http://127.0.0.1');
    expect(pathname.split('/')).toHaveLength(4);
    expect(decodeURIComponent(pathname.split('/')[3] ?? '')).toBe(value);
    expect(search + hash).toBe('');
  });
});

describe('the routes', () => {
  const routes = Object.entries(ROUTES) as [RouteName, (typeof ROUTES)[RouteName]][];
  it('are each at a place of its own', () => {
    const places = routes.map(([, { method, path }]) => `${method} ${path.replace(/\{\w+\}/g, '{}')}`);
    expect(new Set(places).size).toBe(places.length);
  });
  it('are all below /api, without a slash at their ends', () =>
    expect(routes.filter(([, { path }]) => !/^\/api(\/[a-z-]+|\/\{\w+\})+$/.test(path))).toEqual([]));
});
