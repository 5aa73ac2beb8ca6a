import {
  evaluateTree,
  evaluateTreeWithCurve,
  type JudgingCurve,
  type TreeContext,
  type TreeProtocol,
  type TreeResult,
} from '../tree/index.ts';
import { parseTreeForm } from './parse-tree-form.ts';
import type { FormDefaults, TreeForm } from './tree-form.ts';

/** What a survey settles for its trees and for the forms that they are typed on. */
export interface FormProtocol extends TreeProtocol, FormDefaults {}

/**
 * Works out a form as it is typed: text that cannot be read is said at its field.
 *
 * @param curve the survey's height curve of the species, where there is one
 */
export function evaluateForm(
  form: TreeForm,
  protocol: FormProtocol,
  context: Omit<TreeContext, 'unread'> = {},
  curve?: JudgingCurve,
): TreeResult {
  const { tree, unread } = parseTreeForm(form, protocol);
  const known: TreeContext = { ...context, unread };
  return curve === undefined
    ? evaluateTree(tree, protocol, known)
    : evaluateTreeWithCurve(tree, protocol, known, curve);
}
