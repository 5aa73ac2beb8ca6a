import { basalAreaM2 } from '../diameter/index.ts';
import { estimateOf, type Estimate, type Outcome } from '../estimate/index.ts';
import { HEIGHT_SLIPS, slenderness } from '../height/index.ts';
import { evaluate, type MethodContext } from '../method/index.ts';
import { formFactorVolume, type FormFactor } from '../stem/index.ts';
import { readMeasure, type ReadMeasure } from './read-draft.ts';
import type { ReadingDefaults, TreeDraft } from './tree-draft.ts';

const SIGN_SLIPS: ReadonlySet<string> = new Set([HEIGHT_SLIPS.baseAboveEye, HEIGHT_SLIPS.topBelowEye]);

export interface TreeSettings extends ReadingDefaults {
  readonly formFactor: FormFactor;
}

/** Everything one tree's readings say. Null where nothing was read. */
export interface ReckonedTree {
  readonly diameter: Outcome | null;
  readonly height: Outcome | null;
  readonly basalAreaM2: number | null;
  readonly volume: Estimate | null;
  /** Height over diameter, both in m. */
  readonly slenderness: number | null;
}

function outcomeOf(read: ReadMeasure, context: MethodContext): Outcome | null {
  if (!read.begun) return null;
  const outcome = evaluate(read.method, read.readings, context);
  if (read.errors.length === 0) return outcome;
  const unread = new Set(read.errors.map((error) => error.reading));
  const others = outcome.ok ? [] : outcome.findings.filter((finding) => !unread.has(finding.reading));
  return { ok: false, findings: [...read.errors, ...others] };
}

/** Works out two measures that have been read, each diagnosed in the light of the other. */
export function reckonMeasures(diameter: ReadMeasure, height: ReadMeasure, settings: TreeSettings): ReckonedTree {
  const { unitSystem } = settings;
  const alone = outcomeOf(diameter, { unitSystem });
  const dbh = alone === null ? null : estimateOf(alone);
  const heightOutcome = outcomeOf(height, { unitSystem, ...(dbh === null ? {} : { dbhCm: dbh.value }) });
  const tall = heightOutcome === null ? null : estimateOf(heightOutcome);
  // A height whose signs are in doubt says nothing about the tape.
  const heightM = tall === null || tall.findings.some(({ code }) => SIGN_SLIPS.has(code)) ? null : tall.value;
  return {
    diameter: dbh === null || heightM === null ? alone : outcomeOf(diameter, { unitSystem, heightM }),
    height: heightOutcome,
    basalAreaM2: dbh === null ? null : basalAreaM2(dbh.value),
    volume: dbh === null || tall === null ? null : formFactorVolume(dbh, tall, settings.formFactor, unitSystem),
    slenderness: dbh === null || tall === null ? null : slenderness(tall.value, dbh.value),
  };
}

/** Works out a tree from what is typed on its sheet. */
export const reckonTree = (draft: TreeDraft, settings: TreeSettings): ReckonedTree =>
  reckonMeasures(readMeasure(draft, 'diameter', settings), readMeasure(draft, 'height', settings), settings);
