import { treeFacts, withFacts } from '@arbolito/core/tree';
import type { NewTreeDto, TreeCorrectionDto } from '../../contracts/tree.ts';

/** A new tree that is not on the record yet, as a correction of it leaves it. */
export function correctedNewTree(tree: NewTreeDto, correction: TreeCorrectionDto): NewTreeDto {
  const { id, plotId, stemId, observationId, observedAt, observer, device } = tree;
  const stems = [...(tree.stems ?? []), ...(correction.stems ?? [])];
  const facts = [...Object.keys(treeFacts(tree)), ...Object.keys(treeFacts(correction))];
  const { taping, heights, notes, tag, speciesCode, readings } = withFacts(tree, correction, facts);
  return {
    ...{ id, plotId, stemId, observationId, observedAt, observer, device, tag, speciesCode, readings: [...readings] },
    ...(stems.length === 0 ? {} : { stems }),
    ...(taping === null ? {} : { taping }),
    ...(heights === null ? {} : { heights }),
    ...(notes === null ? {} : { notes }),
  };
}
