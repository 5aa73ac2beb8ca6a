import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { v5 as uuidFromName } from 'uuid';
import type { FileTree } from '@arbolito/core/tree-file';
import type { SurveyView } from '../../contracts/views.ts';
import type { ImportAct } from './change-trees.ts';
import type { PlotsAndTags } from './plots-and-tags.ts';
import type { Bulk, PlotToMake, TreeToCopy } from './repository.ts';
import type { FilePlace, FileWriter } from './tree-of-file.ts';

/** Rows that are sent to the database at a time. */
const BATCH = 400;
/** Trees that are worked out at a time; then others get their turn. */
const AT_A_TIME = 100;

/** New trees of a file on their way onto the record: the database takes one part while the next one is read. */
export class TreesToCopy {
  /** Trees and plots that were new. */
  added = 0;
  private readonly made = new Map<string, string>();
  private rows: TreeToCopy[] = [];
  private newPlots: PlotToMake[] = [];
  private taking = Promise.resolve();

  constructor(
    private readonly bulk: Bulk,
    private readonly survey: SurveyView,
    private readonly record: PlotsAndTags,
    private readonly act: ImportAct,
  ) {}

  get plots(): number {
    return this.made.size;
  }

  /** Runs a piece of work that adds trees; what is on its way is over when the work has ended, well or not. */
  async while<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } finally {
      // What is on its way goes into the transaction before that is taken back, never behind it.
      await this.taking.catch(() => undefined);
    }
  }

  async add(tree: FileTree, rowsOf: (place: FilePlace, writer: FileWriter) => TreeToCopy): Promise<void> {
    const { observer, device, madeAt, digest } = this.act;
    const plot = this.record.plotOf(tree.plot);
    this.rows.push(
      rowsOf(
        {
          surveyId: this.survey.id,
          plotId: this.plotIdOf(tree.plot),
          plotSlopePct: plot?.slopePct ?? 0,
          writeDigest: digest,
        },
        {
          id: randomUUID(),
          newId: randomUUID,
          observer: tree.observer ?? observer,
          device,
          observedAt: tree.observedAt ?? madeAt,
        },
      ),
    );
    this.added += 1;
    if (this.added % AT_A_TIME === 0) await setImmediate();
    if (this.rows.length >= BATCH) await this.flush();
  }

  /** Sends what is left. */
  async finish(): Promise<void> {
    await this.flush();
    await this.taking;
  }

  private plotIdOf(label: string): string {
    const known = this.record.plotOf(label)?.id ?? this.made.get(label);
    if (known !== undefined) return known;
    const { id: importId, observer, device, digest } = this.act;
    const plotId = uuidFromName(`plot ${label}`, importId);
    this.newPlots.push({
      id: plotId,
      surveyId: this.survey.id,
      stratumId: this.record.newPlots.get(label) ?? '',
      label,
      shape: this.survey.design.shape,
      observer,
      device,
      writeDigest: digest,
    });
    this.made.set(label, plotId);
    return plotId;
  }

  private async flush(): Promise<void> {
    await this.taking;
    if (this.rows.length === 0 && this.newPlots.length === 0) return;
    this.taking = this.bulk.copyRows(this.newPlots, this.rows);
    // Whoever waits for it next is told; until then it is nobody's.
    this.taking.catch(() => undefined);
    this.rows = [];
    this.newPlots = [];
  }
}
