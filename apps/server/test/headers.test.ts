import { CspEvaluator } from 'csp_evaluator/dist/evaluator.js';
import { Severity } from 'csp_evaluator/dist/finding.js';
import { CspParser } from 'csp_evaluator/dist/parser.js';
import { TestBrowser, withOwner } from './test-browser';
import { useServer } from './test-server';

const server = useServer();
const headersOf = async (path: string) => (await fetch(`${server.url}${path}`)).headers;

// OWASP Secure Headers Project, and the policy as csp_evaluator judges it, which knows nothing of Kanga.
describe.each(['/', '/jobs/x/stack', '/api/shop', '/api/nowhere', '/assets/nothing.js'])(
  'what %s is sent with',
  (path) => {
    it('keeps others from framing, sniffing and reading along', async () => {
      const headers = await headersOf(path);
      expect(headers.get('x-content-type-options')).toBe('nosniff');
      expect(headers.get('x-frame-options')).toBe('DENY');
      expect(headers.get('referrer-policy')).toBe('no-referrer');
      expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
      expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
      expect(headers.get('permissions-policy')).toMatch(/camera=\(self\).*microphone=\(\)/);
      expect(headers.get('x-powered-by')).toBeNull();
      // In the clear on the loopback address nobody is told to come over TLS only.
      expect(headers.get('strict-transport-security')).toBeNull();
    });
    it('has a policy in which an independent judge finds nothing of weight', async () => {
      const { csp } = new CspParser((await headersOf(path)).get('content-security-policy') ?? '');
      const findings = new CspEvaluator(csp).evaluate();
      // What is left: that 'self' would be too much where others' files were run. None is: each is sent with nosniff and a type that is no script's.
      expect(findings.filter(({ severity }) => severity < Severity.MEDIUM_MAYBE)).toEqual([]);
      expect(csp.directives['frame-ancestors']).toEqual(["'none'"]);
      expect(csp.directives['object-src']).toEqual(["'none'"]);
      expect(csp.directives['script-src']).toEqual(["'self'"]);
    });
  },
);

describe('what somebody is told who signed in', () => {
  it('is kept by no browser; pictures that never change are', async () => {
    const owner = await withOwner(server);
    expect((await owner.ask('GET', 'shop')).headers['cache-control']).toBe('no-store');
    const [art] = (await owner.ask<{ id: string }[]>('GET', 'art')).body;
    expect((await owner.ask('GET', `art/${art?.id ?? ''}/thumb`)).headers['cache-control']).toMatch(/immutable/);
  });
  it('is told to no page of another site, whatever it asks with', async () => {
    const owner = await withOwner(server, 'Juniper');
    const other = new TestBrowser(server.url);
    for (const [name, value] of owner.jar) other.jar.set(name, value);
    expect((await other.ask('GET', 'shop')).status).toBe(200);
    for (const site of ['cross-site', 'same-site'])
      expect((await other.ask('GET', 'shop', undefined, { origin: '', 'sec-fetch-site': site })).status).toBe(403);
    const { headers } = await owner.ask('GET', 'shop', undefined, { origin: 'https://elsewhere.invalid' });
    expect(headers['access-control-allow-origin']).toBeUndefined();
  });
});
