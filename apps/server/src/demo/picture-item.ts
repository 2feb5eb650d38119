import type { PictureItem } from '@kanga/core/art';

/** A picture of the demo shop as it is laid on goods at first. */
export const pictureItem = (artId: string): PictureItem => ({
  kind: 'picture',
  id: 'picture',
  artId,
  placement: null,
  placedBy: 'goods',
  repeat: 'once',
  mirroredInFile: false,
});
