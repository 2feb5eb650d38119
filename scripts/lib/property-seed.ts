// Loaded before every test file: properties are tried on the same cases at every run, so that a change alone can turn a
// test red. KANGA_SEED explores others.
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.KANGA_SEED ?? 20261126) });
