import { open } from 'node:fs/promises';
import { failureWords } from './failure.js';

describe('a render that fails', () => {
  it('says that the disk is full when it is, and that nothing was printed', async () => {
    // /dev/full refuses every write as a full disk does.
    const file = await open('/dev/full', 'w');
    const error = await file.write(Buffer.alloc(10)).then(
      () => null,
      (fault: unknown) => fault,
    );
    await file.close();
    expect(error).not.toBeNull();
    expect(failureWords(error)).toMatch(/disk is full.*Nothing was printed/);
    expect(failureWords(new Error('pngsave: unable to write\nNo space left on device'))).toMatch(/disk is full/);
  });
  it('gives the first line of anything else', () => {
    expect(failureWords(new Error('a broken picture\n at row 5'))).toBe('It could not be drawn: a broken picture');
  });
});
