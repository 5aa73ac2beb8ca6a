import type { UnitSystem } from '@arbolito/core/units';
import { emptyForm, nextForm, type TreeForm } from '@arbolito/core/callout';
import { deviceStorage } from '../../client/device/device-storage.ts';

const keyOf = (sheet: string): string => `arbolito.sheet.${sheet}`;

const isDraft = (value: unknown): value is TreeForm =>
  typeof value === 'object' &&
  value !== null &&
  'diameter' in value &&
  'height' in value &&
  'tag' in value &&
  'speciesCode' in value;

/** What was typed on a sheet and not kept yet, so that a reload or an empty battery loses nothing. */
export function rememberedDraft(sheet: string): TreeForm | null {
  try {
    const value: unknown = JSON.parse(deviceStorage.get(keyOf(sheet)) ?? 'null');
    // A sheet remembered before it knew points and further stems has none.
    return isDraft(value) ? { ...emptyForm(), ...value } : null;
  } catch {
    return null;
  }
}

export const rememberDraft = (sheet: string, draft: TreeForm): void => {
  deviceStorage.put(keyOf(sheet), JSON.stringify(draft));
};

export const forgetDraft = (sheet: string): void => {
  deviceStorage.remove(keyOf(sheet));
};

const unitsKeyOf = (sheet: string): string => `arbolito.sheet-units.${sheet}`;

/** The units that were chosen on a sheet; null where nobody chose any. */
export function rememberedUnits(sheet: string): UnitSystem | null {
  const value = deviceStorage.get(unitsKeyOf(sheet));
  return value === 'metric' || value === 'imperial' ? value : null;
}

export const rememberUnits = (sheet: string, unitSystem: UnitSystem): void => {
  deviceStorage.put(unitsKeyOf(sheet), unitSystem);
};

/** What a crew holds and measures: the methods and scales in use, and the last species. */
export interface InHand {
  readonly draft: TreeForm;
  readonly speciesCode: string;
}

const inHandKeyOf = (survey: string): string => `arbolito.in-hand.${survey}`;

/** The instruments of the last tree of a survey, for the next one on any of its plots; null at the first. */
export function rememberedInHand(survey: string): InHand | null {
  try {
    const value: unknown = JSON.parse(deviceStorage.get(inHandKeyOf(survey)) ?? 'null');
    if (typeof value !== 'object' || value === null || !('draft' in value) || !('speciesCode' in value)) return null;
    const { draft, speciesCode } = value;
    return isDraft(draft) && typeof speciesCode === 'string'
      ? { draft: nextForm({ ...emptyForm(), ...draft }, ''), speciesCode }
      : null;
  } catch {
    return null;
  }
}

export const rememberInHand = (survey: string, { draft, speciesCode }: InHand): void => {
  deviceStorage.put(inHandKeyOf(survey), JSON.stringify({ draft: nextForm(draft, ''), speciesCode }));
};

const PERSON_KEY = 'arbolito.person';

/** Who measured last on this device; null where nobody said. */
export const rememberedPerson = (): string | null => deviceStorage.get(PERSON_KEY);

export const rememberPerson = (name: string | null): void => {
  if (name === null) deviceStorage.remove(PERSON_KEY);
  else deviceStorage.put(PERSON_KEY, name);
};
