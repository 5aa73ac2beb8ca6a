import { changedFacts, treeFacts } from '@arbolito/core/tree';
import type { FieldRules } from '@arbolito/core/protocol';
import { v4 as uuid } from 'uuid';
import type { OperationDto, OperationResult, SyncView } from '../../contracts/sync.ts';
import type { NewTreeDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import { api } from './api.ts';
import { act } from './made.ts';

export type SentOperation = Omit<OperationDto, 'sequence' | 'madeAt'>;

/** A device that sends operations to the server of this process. */
export function testDevice(name = `device ${uuid().slice(0, 8)}`) {
  let request = 0;
  let sequence = 0;
  const by = { observer: `Crew of ${name}`, device: name };
  const numbered = (operation: SentOperation): OperationDto => {
    sequence += 1;
    return { ...operation, sequence, madeAt: '2026-06-03T09:15:00Z' };
  };
  const sendNumbered = async (operations: readonly OperationDto[], number: number, rules: readonly FieldRules[] = []) =>
    api<SyncView>('POST', '/api/sync', {
      ...{ device: name, request: number, operations },
      rules: rules.map(({ breastHeightM, ...fieldRules }) => ({ breastHeightM, fieldRules })),
    });
  const send = async (
    operations: readonly SentOperation[],
    rules: readonly FieldRules[],
  ): Promise<readonly OperationResult[]> => {
    request += 1;
    const { status, body } = await sendNumbered(operations.map(numbered), request, rules);
    if (status !== 200) throw new Error(`/api/sync answered ${String(status)} ${JSON.stringify(body)}`);
    return body.results;
  };
  return {
    name,
    by,
    numbered,
    sendNumbered,
    /** Sends operations in one request. */
    send: (...operations: readonly SentOperation[]) => send(operations, []),
    /** The same, where all of them were made by some field rules. */
    sendMadeBy: (rules: FieldRules, ...operations: readonly SentOperation[]) =>
      send(
        operations.map((operation) => ({ ...operation, rules: 0 })),
        [rules],
      ),
    treeOperation: (tree: NewTreeDto): SentOperation => ({
      id: tree.id,
      method: 'POST',
      path: '/api/trees',
      body: { ...tree, ...by },
    }),
    /** A correction by somebody who saw `before`. */
    correction: (before: NewTreeDto, after: NewTreeDto): SentOperation => {
      const { tag, speciesCode, readings, taping, heights, notes, stems } = after;
      const body: TreeCorrectionDto = {
        ...{ ...act(), ...by, tag, speciesCode, readings, seen: changedFacts(before, after) },
        ...(taping === undefined ? {} : { taping }),
        ...(heights === undefined ? {} : { heights }),
        ...(notes === undefined ? {} : { notes }),
        ...(stems === undefined ? {} : { stems }),
      };
      return { id: body.id, method: 'POST', path: `/api/trees/${before.id}/corrections`, body };
    },
    deletion: (seen: NewTreeDto): SentOperation => {
      const body = { ...act(), ...by, seen: treeFacts(seen) };
      return { id: body.id, method: 'DELETE', path: `/api/trees/${seen.id}`, body };
    },
    plotCorrection: (plotId: string, fields: object): SentOperation => {
      const body = { ...act(), ...by, ...fields };
      return { id: body.id, method: 'POST', path: `/api/plots/${plotId}/corrections`, body };
    },
  };
}
