import { proxy } from 'comlink';
import type { DialSetting, EqualSetting } from '@kanga/core/dial';
import type { ClothKnown } from '@kanga/core/measure';
import type { Study, StudyKnown, StudyView } from '@kanga/core/study';
import type { ShopUnits } from '@kanga/core/units';
import { inWorker } from './ask.js';
import type { ReadPicture, StudyWork } from './study.worker.js';

const worker = () => new Worker(new URL('./study.worker.ts', import.meta.url), { type: 'module' });

/** Everything that follows from a study, worked out off the screen's own thread. */
export const viewInWorker = (
  study: Study,
  known: StudyKnown,
  unit: ShopUnits['temperature'],
  signal: AbortSignal,
): Promise<StudyView> => inWorker<StudyWork, StudyView>(worker(), (work) => work.view(study, known, unit), signal);

/** The setting of one study that looks as a setting of another does. */
export const equalInWorker = (
  from: Study,
  setting: DialSetting,
  to: Study,
  signal: AbortSignal,
): Promise<EqualSetting> =>
  inWorker<StudyWork, EqualSetting>(worker(), (work) => work.equal(from, setting, to), signal);

/** Reads a picture of pressed cloth off the screen's own thread. */
export const readInWorker = (
  file: Blob,
  known: ClothKnown,
  onProgress: (share: number, doing: string) => void,
  signal: AbortSignal,
): Promise<ReadPicture> =>
  inWorker<StudyWork, ReadPicture>(worker(), (work) => work.read(file, known, proxy(onProgress)), signal);
