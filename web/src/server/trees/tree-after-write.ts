import { deadCodes } from '@arbolito/core/protocol';
import type { TreeAfterWrite } from '../../contracts/sync.ts';
import { notFound } from '../problem.ts';
import { plainTrees } from './plain-tree.ts';
import type { TreeRow } from './repository.ts';
import type { TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

/** A tree as it is on the record, without figures. @throws Problem 404 */
export async function treeAfterWrite(
  { repository, surveys }: Pick<TreeWriting, 'repository' | 'surveys'>,
  row: TreeRow,
): Promise<TreeAfterWrite> {
  const { design } = await surveys.get(row.surveyId);
  const [tree] = await plainTrees(repository, [row], deadCodes(design.conditions));
  if (tree === undefined) throw notFound(t('server.this-tree', 'This tree'));
  return tree;
}
