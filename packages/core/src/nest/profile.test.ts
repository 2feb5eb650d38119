import { rectPolygon } from '../geometry/index.js';
import { profileOf } from './profile.js';

describe('profileOf', () => {
  it('holds all of a shape by few steps, or says that it is no box', () => {
    expect(profileOf(rectPolygon({ x: 0, y: 0, width: 30, height: 20 }))).toEqual([
      { x: 0, width: 30, near: 0, far: 20 },
    ]);
    const ell = profileOf([{ x: 0, y: 0 }, { x: 40, y: 0 }, { x: 40, y: 10 }, { x: 15, y: 10 }, { x: 15, y: 60 }, { x: 0, y: 60 }]); // prettier-ignore
    expect(ell).toEqual([
      { x: 0, width: 15, near: 0, far: 60 },
      { x: 15, width: 25, near: 0, far: 10 },
    ]);
    expect(profileOf([{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 50, y: 90 }])).toBeNull(); // prettier-ignore
  });
});
