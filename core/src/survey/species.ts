/** How the drawing kit shapes a crown, and the plot plan its sign. */
export type CrownForm = 'layered' | 'spire' | 'dome';

export interface Species {
  /** Short code that crews call out, lower case, unique in a survey. */
  readonly code: string;
  readonly name: string;
  readonly crown: CrownForm;
}

/** A code is two to five small letters; a digit would look like a reading. */
export const SPECIES_CODE = /^[a-z]{2,5}$/;

/** Species to choose from when a survey is made. */
export const COMMON_SPECIES: readonly Species[] = [
  { code: 'sp', name: 'Scots pine', crown: 'layered' },
  { code: 'bt', name: 'Beech', crown: 'dome' },
  { code: 'po', name: 'Pyrenean oak', crown: 'dome' },
  { code: 'ch', name: 'Sweet chestnut', crown: 'dome' },
  { code: 'ns', name: 'Norway spruce', crown: 'spire' },
  { code: 'df', name: 'Douglas-fir', crown: 'spire' },
  { code: 'la', name: 'Larch', crown: 'layered' },
  { code: 'bi', name: 'Silver birch', crown: 'dome' },
  { code: 'ash', name: 'Ash', crown: 'dome' },
  { code: 'li', name: 'Lime', crown: 'dome' },
  { code: 'pl', name: 'Plane', crown: 'dome' },
  { code: 'hb', name: 'Hackberry', crown: 'dome' },
  { code: 'rp', name: 'Shortleaf pine', crown: 'layered' },
  { code: 'wo', name: 'White oak', crown: 'dome' },
  { code: 'ro', name: 'Southern red oak', crown: 'dome' },
  { code: 'mh', name: 'Mockernut hickory', crown: 'dome' },
  { code: 'yp', name: 'Yellow-poplar', crown: 'dome' },
];
