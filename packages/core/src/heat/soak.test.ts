import { CERAMIC, planeWall, soakSeconds } from './index.js';

// Incropera et al., Fundamentals of Heat and Mass Transfer, one-term series for the plane wall (checks.md).
describe('the plane wall', () => {
  it('has the root and the coefficient of the table at Bi = 1', () => {
    const { zeta, c } = planeWall(1);
    expect(zeta).toBeCloseTo(0.8603, 4);
    expect(c).toBeCloseTo(1.1191, 4);
  });
  it('goes to π/2 and 4/π when the face is held at its temperature', () => {
    const { zeta, c } = planeWall(1e7);
    expect(zeta).toBeCloseTo(Math.PI / 2, 5);
    expect(c).toBeCloseTo(4 / Math.PI, 5);
  });
  it('solves ζ tan ζ = Bi at every Bi', () => {
    for (const biot of [0.01, 0.1, 0.5, 2, 10, 100]) {
      const { zeta } = planeWall(biot);
      expect((zeta * Math.tan(zeta)) / biot).toBeCloseTo(1, 6);
    }
  });
  it('refuses what is no Biot number', () => expect(() => planeWall(0)).toThrow(/more than 0, got 0/));
});

describe('soakSeconds', () => {
  it('is the series turned round: after that time the far face has come as far', () => {
    const seconds = soakSeconds(6.5, 0.95, CERAMIC);
    const biot = (CERAMIC.contact * 6.5) / 1000 / CERAMIC.conductivity;
    const { zeta, c } = planeWall(biot);
    const fourier = (CERAMIC.diffusivity * seconds) / 6.5 ** 2;
    expect(fourier).toBeGreaterThan(0.2);
    expect(1 - c * Math.exp(-zeta * zeta * fourier)).toBeCloseTo(0.95, 9);
  });
  it('grows with the thickness and with the share', () => {
    expect(soakSeconds(10, 0.95, CERAMIC)).toBeGreaterThan(soakSeconds(5, 0.95, CERAMIC));
    expect(soakSeconds(5, 0.98, CERAMIC)).toBeGreaterThan(soakSeconds(5, 0.9, CERAMIC));
  });
  it('names what it cannot take', () => {
    expect(() => soakSeconds(0, 0.9, CERAMIC)).toThrow(/thickness.*got 0/);
    expect(() => soakSeconds(5, 1, CERAMIC)).toThrow(/share.*got 1/);
  });
});
