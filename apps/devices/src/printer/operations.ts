import type { IppMessage } from '@sealsystems/ipp';
import { reasonOf } from './faults.js';
import { isEnded, type PrintedJob, type Queue } from './queue.js';

type Attributes = Record<string, unknown>;

/** The sizes of paper in it (PWG 5101.1): A4, letter, 13 × 19 in, and a roll of 610 mm. */
const MEDIA = ['iso_a4_210x297mm', 'na_letter_8.5x11in', 'na_super-b_13x19in', 'roll_current_610x3000mm'];

const OPERATIONS = [
  'Print-Job',
  'Validate-Job',
  'Create-Job',
  'Send-Document',
  'Cancel-Job',
  'Get-Job-Attributes',
  'Get-Jobs',
  'Get-Printer-Attributes',
];

/** The attributes of the printer; those that every printer has to have are named in RFC 8011 §5.4. */
const printerAttributes = (queue: Queue, uri: string): Attributes => ({
  'printer-uri-supported': uri,
  'uri-security-supported': 'none',
  'uri-authentication-supported': 'none',
  'printer-name': 'Stand-in printer',
  'printer-info': 'Simulated; prints on nothing',
  'printer-make-and-model': 'Stand-in',
  'printer-location': 'nowhere',
  'printer-more-info': uri.replace(/^ipp:/, 'http:').replace(/\/ipp.*/, '/'),
  'printer-state': queue.stopped ? 'stopped' : queue.current ? 'processing' : 'idle',
  'printer-state-reasons': reasonOf(queue.fault),
  'ipp-versions-supported': '1.1',
  'operations-supported': OPERATIONS,
  'charset-configured': 'utf-8',
  'charset-supported': 'utf-8',
  'natural-language-configured': 'en',
  'generated-natural-language-supported': 'en',
  'document-format-default': 'application/pdf',
  'document-format-supported': ['application/pdf', 'application/octet-stream'],
  'printer-is-accepting-jobs': true,
  'queued-job-count': queue.jobs.filter((job) => !isEnded(job)).length,
  'pdl-override-supported': 'not-attempted',
  'printer-up-time': queue.upTime,
  'compression-supported': 'none',
  'color-supported': true,
  'media-default': MEDIA[0],
  'media-supported': MEDIA,
  'media-ready': MEDIA,
  'marker-names': ['cyan', 'magenta', 'yellow', 'black'],
  'marker-types': ['ink-cartridge', 'ink-cartridge', 'ink-cartridge', 'ink-cartridge'],
  'marker-colors': ['#00FFFF', '#FF00FF', '#FFFF00', '#000000'],
  'marker-levels': queue.fault === 'low ink' ? [62, 4, 55, 71] : [62, 48, 55, 71],
});

export const jobAttributes = (job: PrintedJob, queue: Queue, uri: string): Attributes => ({
  'job-id': job.id,
  'job-uri': `${uri}/jobs/${job.id}`,
  'job-printer-uri': uri,
  'job-name': job.name,
  'job-originating-user-name': job.user,
  'job-state': job.state,
  'job-state-reasons':
    job.state === 'processing-stopped'
      ? 'printer-stopped'
      : job.state === 'canceled'
        ? 'job-canceled-by-user'
        : job.state === 'aborted'
          ? 'document-format-error'
          : 'none',
  'job-printer-up-time': queue.upTime,
  'time-at-creation': job.created,
  ...(job.began === null ? {} : { 'time-at-processing': job.began }),
  ...(job.completed === null ? {} : { 'time-at-completed': job.completed }),
  'job-impressions-completed': job.printed,
  ...(job.pages > 0 ? { 'job-impressions': job.pages } : {}),
});

const GENERAL = { 'attributes-charset': 'utf-8', 'attributes-natural-language': 'en' };

export const answer = (request: IppMessage, statusCode: string, more: Record<string, unknown> = {}): IppMessage => ({
  version: request.version ?? '1.1',
  statusCode,
  id: request.id ?? 1,
  'operation-attributes-tag': GENERAL,
  ...more,
});

const operationGroup = (request: IppMessage): Attributes => (request['operation-attributes-tag'] ?? {}) as Attributes;

/** What is wrong with a request before it is looked into (RFC 8011 §4.1); null when nothing is. */
export function wrongIn(request: IppMessage): string | null {
  if (!/^[12]\./.test(request.version ?? '')) return 'server-error-version-not-supported';
  const group = operationGroup(request);
  const [first, second] = Object.keys(group);
  const named = group['printer-uri'] !== undefined || group['job-uri'] !== undefined;
  const right = first === 'attributes-charset' && second === 'attributes-natural-language' && named;
  return right && request.id ? null : 'client-error-bad-request';
}

const GROUPS = ['all', 'printer-description', 'job-template', 'job-description', 'media-col-database'];

/** The attributes that were asked for; all of them unless some are named. */
function wanted(request: IppMessage, all: Attributes, unasked: readonly string[] | null = null): Attributes {
  const asked = operationGroup(request)['requested-attributes'];
  const names = asked === undefined ? unasked : ([] as unknown[]).concat(asked).map(String);
  if (!names || names.some((name) => GROUPS.includes(name))) return all;
  return Object.fromEntries(Object.entries(all).filter(([name]) => names.includes(name)));
}

/** Which job a request is about: by its number, or at the end of its address. */
export function jobOf(request: IppMessage, queue: Queue): PrintedJob | undefined {
  const group = operationGroup(request);
  const id = Number(
    group['job-id'] ?? /\/(\d+)$/.exec(typeof group['job-uri'] === 'string' ? group['job-uri'] : '')?.[1],
  );
  return queue.jobs.find((job) => job.id === id);
}

const text = (value: unknown, otherwise: string): string => (typeof value === 'string' ? value : otherwise);

export const nameOf = (request: IppMessage): { name: string; user: string } => {
  const group = operationGroup(request);
  return { name: text(group['job-name'], 'untitled'), user: text(group['requesting-user-name'], 'anonymous') };
};

/** Answers every operation that carries no document. */
export function carryOut(request: IppMessage, queue: Queue, uri: string): IppMessage {
  const group = operationGroup(request);
  const ok = (more: Record<string, unknown> = {}) => answer(request, 'successful-ok', more);
  const onJob = (act: (job: PrintedJob) => IppMessage) => {
    const job = jobOf(request, queue);
    return job ? act(job) : answer(request, 'client-error-not-found');
  };
  switch (request.operation) {
    case 'Get-Printer-Attributes':
      return ok({ 'printer-attributes-tag': wanted(request, printerAttributes(queue, uri)) });
    case 'Validate-Job':
      return ['application/pdf', 'application/octet-stream', undefined].includes(
        group['document-format'] as string | undefined,
      )
        ? ok()
        : answer(request, 'client-error-document-format-not-supported');
    case 'Create-Job': {
      const { name, user } = nameOf(request);
      return ok({ 'job-attributes-tag': jobAttributes(queue.open(name, user), queue, uri) });
    }
    case 'Get-Job-Attributes':
      return onJob((job) => ok({ 'job-attributes-tag': wanted(request, jobAttributes(job, queue, uri)) }));
    case 'Get-Jobs': {
      const ended = group['which-jobs'] === 'completed';
      const { user } = nameOf(request);
      const mine = (job: PrintedJob) => group['my-jobs'] !== true || job.user === user;
      const jobs = queue.jobs.filter((job) => isEnded(job) === ended && mine(job)).reverse();
      const told = jobs.map((job) => wanted(request, jobAttributes(job, queue, uri), ['job-id', 'job-uri']));
      return ok(told.length > 0 ? { 'job-attributes-tag': told } : {});
    }
    case 'Cancel-Job':
      return onJob((job) => (queue.cancel(job) ? ok() : answer(request, 'client-error-not-possible')));
    default:
      return answer(request, 'server-error-operation-not-supported');
  }
}
