import { TextDecoder, TextEncoder } from 'node:util';

/** What every browser has and jsdom lacks. */
Object.assign(globalThis, { TextEncoder, TextDecoder });
