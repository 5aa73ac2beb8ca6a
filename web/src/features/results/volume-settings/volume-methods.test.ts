import { describe, expect, it } from 'vitest';
import type { SpeciesWood, VolumeModel } from '@arbolito/core/protocol';
import { EQUATIONS, volumeModelProblem } from '@arbolito/core/volume';
import { keysOfMethod, LIBRARY, speciesDraft, speciesWoodOf, TAPER_NAMES, volumeOf } from './volume-methods.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

const LOCAL: VolumeModel = {
  by: 'equation',
  errorShare: 0.064,
  equation: {
    id: 'local-combined-variable',
    name: 'Local table, beech',
    of: { form: 'combined-variable', a: 0.012, b: 0.000036 },
    species: 'beech',
    region: 'this survey',
    bark: 'over',
    rangeCm: [14, 55],
    rangeM: [11, 31],
    confidence: 'own',
    source: '30 stems of this survey',
  },
};
const beech = EQUATIONS.find(({ id }) => id === 'honer-beech');
if (beech === undefined) throw new Error('no beech');

describe('a species on the form of a survey’s wood', () => {
  it.each<[string, VolumeModel | undefined]>([
    ['nothing settled', undefined],
    ['an equation of the library', { by: 'equation', equation: beech, errorShare: 0.12 }],
    ['a local table', LOCAL],
    ['Ormerod', { by: 'profile', taper: { model: 'ormerod', p: 0.68 }, errorShare: 0.1 }],
    ['Kozak', { by: 'profile', taper: { model: 'kozak', b1: -1.6, b2: 0.55 }, errorShare: 0.1 }],
    ['Behre', { by: 'profile', taper: { model: 'behre', formClassPct: 80 }, errorShare: 0.1 }],
    [
      'a taper that was fitted',
      {
        by: 'profile',
        taper: { model: 'max-burkhart', b: [-3.1, 1.5, -1.55, 32], a: [0.74, 0.12] },
        errorShare: 0.1,
      },
    ],
    ['the solids', { by: 'profile', taper: { model: 'solids' }, errorShare: 0.09 }],
  ])('comes back as it was settled: %s', (_words, volume) => {
    const settled: SpeciesWood = { speciesCode: 'bt', barkRatio: 0.94, ...(volume === undefined ? {} : { volume }) };
    expect(speciesWoodOf(speciesDraft('bt', settled), 'Beech')).toEqual(settled);
  });

  it('takes an equation that is written, and whatever else is offered, as the server would', () => {
    const draft = { ...speciesDraft('bt', undefined), way: 'text', text: ' 0.00005*D^1.9*H ' };
    expect(volumeOf(draft, 'Beech')).toMatchObject({ equation: { of: { form: 'user', text: '0.00005*D^1.9*H' } } });
    const ways = [
      'text',
      ...Object.keys(TAPER_NAMES).map((id) => `taper:${id}`),
      ...LIBRARY.map(({ id }) => `equation:${id}`),
    ];
    for (const way of ways) expect(volumeModelProblem(volumeOf({ ...draft, way }, 'Beech')), way).toBeNull();
  });

  it('asks for the coefficients of its way, and has none where one cannot be read', () => {
    expect(keysOfMethod('taper:kozak')).toEqual(['b1', 'b2']);
    expect(keysOfMethod('equation:denzin')).toEqual([]);
    const draft = speciesDraft('bt', undefined);
    const wrong = { ...draft, way: 'taper:ormerod', figures: { ...draft.figures, p: 'steep' } };
    expect(inEnglish(volumeModelProblem(volumeOf(wrong, 'Beech')))).toContain('numbers');
  });
});
