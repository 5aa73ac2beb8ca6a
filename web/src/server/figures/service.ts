import { standCurves } from '@arbolito/core/curve';
import { curveSums, type CurveSums } from '@arbolito/core/height';
import { talliedTrees, type Filling, type TalliedTree } from '@arbolito/core/survey';
import type { SurveyView, TreeView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import { settingsOf } from '../trees/reckon.ts';
import type { TreeService } from '../trees/service.ts';
import type { FigureRepository, FigureRow, FigureToKeep } from './repository.ts';

export interface FigureService {
  /** The figures of every tree of a survey; those that are not there yet are worked out and kept first. */
  readonly list: (survey: SurveyView) => Promise<readonly FigureRow[]>;
  /**
   * Trees whose figures are still to be worked out, 0 where that takes no time to speak of. Begins with them, so that
   * whoever asks again finds fewer.
   */
  readonly waiting: (survey: SurveyView) => Promise<number>;
}

interface Dependencies {
  readonly repository: FigureRepository;
  readonly trees: Pick<TreeService, 'reckonerOf'>;
  /** Told of what goes wrong while nobody waits. */
  readonly onError: (error: unknown) => void;
}

/** Raised whenever the same readings would give other figures: what was kept before is worked out anew. */
const VERSION = 1;
/** So many are worked out while one waits. */
const WHILE_ONE_WAITS = 2_000;
/** Trees that are worked out at a time; in between others get their turn. */
const AT_A_TIME = 250;

const isDoubt = ({ severity }: { readonly severity: string }): boolean => severity !== 'note';

/** What of a tree the sums ask for. */
const figuresOf = (view: TreeView, surveyId: string, stamp: string): FigureToKeep => {
  const doubts = view.findings.filter(isDoubt);
  return {
    treeId: view.id,
    surveyId,
    stamp,
    diametersCm: [...view.diametersCm],
    dbhCm: view.dbh?.value ?? null,
    heightM: view.height?.value ?? null,
    volumeM3: view.volume?.value ?? null,
    volumeErrorM3: view.volume?.standardError ?? null,
    inDoubt: view.findings.some(({ severity }) => severity === 'check') || view.heights?.broken === true,
    outside: view.findings.some(({ code }) => code === 'volume.range'),
    findings: doubts.length === 0 ? null : doubts,
  };
};

export function figureService({ repository, trees, onError }: Dependencies): FigureService {
  /** Everything beside a tree's own record that its figures hang on. */
  const stampOf = async (survey: SurveyView): Promise<string> => {
    const { id, species, previousSurveyId, eyeHeightM } = survey;
    const before = previousSurveyId === null ? null : await repository.lastChange(previousSurveyId);
    return digestOf({
      version: VERSION,
      id,
      settings: settingsOf(survey),
      species,
      eyeHeightM,
      previousSurveyId,
      before,
    });
  };
  const list = async (survey: SurveyView): Promise<readonly FigureRow[]> => {
    const stamp = await stampOf(survey);
    const missing = await repository.missing(survey.id, stamp);
    if (missing.length > 0) {
      const reckon = await trees.reckonerOf(survey);
      for (let at = 0; at < missing.length; at += AT_A_TIME) {
        await reckon(missing.slice(at, at + AT_A_TIME), (tx, views) =>
          repository.keep(
            tx,
            views.map((view) => figuresOf(view, survey.id, stamp)),
          ),
        );
      }
    }
    return repository.list(survey.id, stamp);
  };
  /** Surveys whose figures are being worked out by this process. */
  const begun = new Set<string>();
  return {
    waiting: async (survey) => {
      const missing = await repository.countMissing(survey.id, await stampOf(survey));
      if (missing <= WHILE_ONE_WAITS) return 0;
      if (!begun.has(survey.id)) {
        begun.add(survey.id);
        list(survey)
          .catch(onError)
          .finally(() => begun.delete(survey.id));
      }
      return missing;
    },
    list,
  };
}

/** What fills in for heights that were not measured: curves through the trees that are beyond doubt. */
export function fillingOfFigures(survey: SurveyView, rows: readonly FigureRow[]): Filling {
  const { formFactor, volumes } = settingsOf(survey);
  const measured = rows.flatMap(({ dbhCm, heightM, inDoubt, speciesCode, plotId }) =>
    dbhCm === null || heightM === null || inDoubt ? [] : [{ dbhCm, heightM, speciesCode, plotId }],
  );
  return { curves: standCurves(measured), volumes, formFactor };
}

/** The height curve of each species that a tree is judged by. */
export function judgingCurves(rows: readonly FigureRow[]): Record<string, CurveSums> {
  const codes = [...new Set(rows.map(({ speciesCode }) => speciesCode))];
  return Object.fromEntries(
    codes.map((code) => [
      code,
      curveSums(
        rows.flatMap(({ speciesCode, dbhCm, heightM, inDoubt }) =>
          speciesCode !== code || dbhCm === null || heightM === null || inDoubt ? [] : [{ dbhCm, heightM }],
        ),
      ),
    ]),
  );
}

/** What the sums count of a tree. */
export const talliedOfFigures = (row: FigureRow, filling: Filling): TalliedTree[] => talliedTrees(row, filling);
