import { describe, expect, it } from 'vitest';
import { felledVolumes, standingVolumes } from './compare-models.ts';
import { ormerodProfile, type StemProfile } from './profile.ts';
import { inEnglish } from '../testing/english.ts';

const profileOf = (p: number): StemProfile => {
  const outcome = ormerodProfile({ dbhCm: 40, heightM: 26 }, { p }, 1.3);
  if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
  return outcome.profile;
};
const shares = (profile: StemProfile): Readonly<Record<string, number>> => {
  const [from, to] = [0.3, 18];
  return Object.fromEntries(
    felledVolumes(profile, from, to).map(({ name, volumeM3 }) => [
      inEnglish(name),
      volumeM3 / profile.volumeM3(from, to),
    ]),
  );
};

describe('ways to measure one piece, side by side', () => {
  it('all hit a paraboloid', () => {
    for (const [name, share] of Object.entries(shares(profileOf(0.5)))) {
      // Cone frusta fall short of a paraboloid, the less the shorter they are.
      expect(share, name).toBeGreaterThan(name.startsWith('Cone') ? 0.999 : 1 - 1e-9);
      expect(share, name).toBeLessThan(1 + 1e-9);
    }
  });

  it('differ on a cone as the book says: Newton, Hossfeld and frusta exact, Smalian over by twice what Huber is under', () => {
    const cone = shares(profileOf(1));
    for (const name of ['Newton', 'Hossfeld', 'Cone frusta in sections']) expect(cone[name]).toBeCloseTo(1, 9);
    const [over, under] = [(cone.Smalian ?? 0) - 1, 1 - (cone.Huber ?? 0)];
    expect(over).toBeGreaterThan(0.02);
    expect(over / under).toBeCloseTo(2, 6);
    expect(cone['Smalian in sections']).toBeLessThan(1 + over / 20);
  });

  it('of a standing paraboloid: Hossfeld and centroid exact, Pressler but for the cylinder below breast height', () => {
    const profile = profileOf(0.5);
    const whole = profile.volumeM3(0, 26);
    const ways = Object.fromEntries(
      standingVolumes(profile, 1.3).map(({ name, volumeM3 }) => [inEnglish(name), volumeM3]),
    );
    expect(ways.Hossfeld).toBeCloseTo(whole, 9);
    expect(ways.Centroid).toBeCloseTo(whole, 9);
    // Exact above breast height, a cylinder below it: g × 1.3 in place of the frustum there.
    const cylinder = (Math.PI / 4) * 0.4 ** 2 * 1.3;
    expect(ways.Pressler).toBeCloseTo(profile.volumeM3(1.3, 26) + cylinder, 9);
  });
});
