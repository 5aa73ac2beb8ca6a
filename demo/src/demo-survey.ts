import type { Measure } from '@arbolito/core/measurement';
import {
  type GroundOutline,
  type LatLon,
  mapAbout,
  type MapPoint,
  systematicPoints,
  walkingOrder,
} from '@arbolito/core/layout';
import type { SlopeUnit, UnitId, UnitSystem } from '@arbolito/core/units';
import type { HeightNotes, TapingNotes, TreeNotes } from '@arbolito/core/tree';
import type { PlotShape, RuleSetId, Species, SurveyDesign } from '@arbolito/core/protocol';
import { seededRandom } from '@arbolito/core/statistics';

export interface DemoReading {
  readonly measure: Measure;
  readonly methodId: string;
  readonly key: string;
  readonly value: number;
  readonly unit: UnitId;
  /** Number of the stem; the first where left out. */
  readonly stem?: number;
  /** Number of the height; the first where left out. */
  readonly heightNo?: number;
}

export interface DemoTree {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly DemoReading[];
  /** How it was found and taped, where that was noted. */
  readonly taping?: TapingNotes;
  /** What was noted beside its readings. */
  readonly notes?: TreeNotes;
  /** Who read it; the crew where left out. */
  readonly observer?: string;
  /** Its heights beside the first, and which one counts. */
  readonly heights?: HeightNotes;
  /** The slip that was planted in the readings, for the checks to find. */
  readonly planted: PlantedError | null;
}

export type PlantedError =
  | 'base sign'
  | 'girth as diameter'
  | 'wrong scale'
  | 'percent as degrees'
  | 'too close'
  | 'tallied twice'
  | 'beyond the limit';

export interface DemoPlot {
  readonly label: string;
  readonly stratum: string;
  readonly shape: PlotShape;
  readonly slopePct: number;
  readonly aspectDeg: number;
  /** Null for a list: its trees have positions of their own. */
  readonly position: LatLon | null;
  /** Planned plots have not been walked to yet; on empty ones there is no tree. */
  readonly state: 'finished' | 'started' | 'planned' | 'empty';
  readonly trees: readonly DemoTree[];
}

/** A stratum; of trees that stand in lists it has neither area nor outline. */
export interface SceneStratum {
  readonly name: string;
  readonly areaHa?: number;
  readonly outline?: GroundOutline;
}

/** An earlier visit to some of the plots. */
export interface EarlierVisit {
  readonly survey: string;
  readonly startedOn: string;
  readonly crew: string;
  readonly plots: readonly DemoPlot[];
}

export interface DemoSurvey {
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
  readonly breastHeightM: number;
  /** Its field rules; the usual ones where left out. */
  readonly rules?: RuleSetId;
  readonly design: SurveyDesign;
  readonly place: string;
  readonly survey: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly eyeHeightM: number;
  readonly species: readonly Species[];
  readonly strata: readonly SceneStratum[];
  readonly plots: readonly DemoPlot[];
}

/** Invented places lie in the middle of an ocean, where no forest is. */
const NOWHERE: LatLon = { latitude: 41, longitude: -31 };

/** A place of its own, so many degrees from the others. */
export const placeAway = (degrees: number): LatLon => ({
  latitude: NOWHERE.latitude + degrees,
  longitude: NOWHERE.longitude + degrees,
});

/** Ground of a stratum: its corners in metres from the corner of the place, and where its plots lie. */
export interface SceneGround {
  readonly outline: GroundOutline;
  /** Where a plot lies, from 0, in the order of the walk. */
  readonly positionOf: (plot: number) => LatLon;
}

/** Plots keep so far from the border of their stratum along the lines to its middle, in m: their circles lie inside. */
const INSET_M = 40;

/** A ring drawn in towards its middle. */
function drawnIn(ring: readonly MapPoint[], byM: number): MapPoint[] {
  const eastM = ring.reduce((sum, point) => sum + point.eastM, 0) / ring.length;
  const northM = ring.reduce((sum, point) => sum + point.northM, 0) / ring.length;
  return ring.map((point) => {
    const away = Math.hypot(point.eastM - eastM, point.northM - northM);
    const share = Math.max(0, 1 - byM / away);
    return { eastM: eastM + share * (point.eastM - eastM), northM: northM + share * (point.northM - northM) };
  });
}

/** A grid that falls short is drawn again from another start. */
const DRAWS = 100;

/** So many points of a grid inside a ring, in the order in which they are walked. */
function gridOf(ring: readonly MapPoint[], plots: number, seed: number): readonly MapPoint[] {
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const planned = systematicPoints([{ rings: [ring] }], plots, seededRandom(seed + 1_000 * draw));
    if (!planned.ok || planned.points.length < plots) continue;
    const points = planned.points.slice(0, plots);
    return walkingOrder(points).flatMap((i) => points[i] ?? []);
  }
  throw new RangeError(`no grid of ${String(plots)} plots was found in this ground`);
}

/**
 * Outlines in degrees and plots on a grid in them, in the order in which they are walked.
 *
 * @param away degrees from the other places, so that no two lie on each other
 */
export function demoGround(
  corners: readonly (readonly [number, number])[],
  plots: number,
  { seed, away }: { readonly seed: number; readonly away: number },
): SceneGround {
  const map = mapAbout(placeAway(away));
  const ring: readonly MapPoint[] = corners.map(([eastM, northM]) => ({ eastM, northM }));
  const points = gridOf(drawnIn(ring, INSET_M), plots, seed);
  return {
    outline: [ring.map(map.toLatLon)],
    positionOf: (plot) => {
      const point = points[plot];
      if (point === undefined) throw new RangeError(`the ground has ${String(points.length)} plots, from 0 on`);
      return map.toLatLon(point);
    },
  };
}
