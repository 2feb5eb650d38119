import { expose } from 'comlink';
import { equalSetting, surfaceOf, type DialSetting, type EqualSetting } from '@kanga/core/dial';
import { readCloth, type ClothKnown, type ClothReading } from '@kanga/core/measure';
import { swatchesOf, viewStudy, type Study, type StudyKnown, type StudyView } from '@kanga/core/study';
import { formatTemperature, type ShopUnits } from '@kanga/core/units';
import { decode } from './decode.js';

/** A cloth that was read, with the size of its picture. */
export interface ReadPicture extends ClothReading {
  size: { width: number; height: number };
}

const work = {
  /** Everything that follows from a study. */
  view: (study: Study, known: StudyKnown, unit: ShopUnits['temperature']): StudyView =>
    viewStudy(study, known, (celsius) => formatTemperature(celsius, unit)),
  /** The setting of one study that looks as a setting of another does. */
  equal: (from: Study, setting: DialSetting, to: Study): EqualSetting => {
    const surface = (study: Study) => surfaceOf(swatchesOf(study), study.limits, study.wants, { seed: study.number });
    return equalSetting(surface(from), setting, surface(to));
  },
  /** Reads a picture of pressed cloth; tells how far it is on the way. */
  async read(file: Blob, known: ClothKnown, hear: (share: number, doing: string) => void): Promise<ReadPicture> {
    hear(0.01, 'Reading the picture');
    const picture = await decode(file);
    return { ...readCloth(picture, known, hear), size: { width: picture.width, height: picture.height } };
  },
};
export type StudyWork = typeof work;
expose(work);
