import type { Write } from './outbox.ts';
import { t } from '../../messages/text.ts';

const ACTS: readonly (readonly [Write['method'], RegExp, () => string])[] = [
  ['POST', /^\/api\/trees$/, () => t('device.new-tree', 'New tree')],
  ['POST', /^\/api\/trees\/[^/]+\/corrections$/, () => t('device.correction', 'Correction')],
  ['DELETE', /^\/api\/trees\//, () => t('device.deleted-tree', 'Deleted tree')],
  ['POST', /\/undo$/, () => t('device.undo', 'Undo')],
  ['POST', /^\/api\/plots\/[^/]+\/corrections$/, () => t('device.plot', 'Plot')],
  ['POST', /\/photos\?/, () => t('device.photo', 'Photo')],
  ['POST', /\/decision$/, () => t('device.decision', 'Decision')],
  ['POST', /^\/api\/notebook$/, () => t('device.notebook-entry', 'Notebook entry')],
];

/** What was entered in a write, as far as a person would recognize it. */
export function enteredIn(write: Write): string {
  if (write.body instanceof Blob) return new URLSearchParams(write.url.split('?')[1]).get('words') ?? '';
  const { tag, speciesCode, readings } = write.body as {
    readonly tag?: string;
    readonly speciesCode?: string;
    readonly readings?: readonly { readonly key: string; readonly asRead: string; readonly unit: string }[];
  };
  const read = (readings ?? []).map(({ key, asRead, unit }) => `${key} ${asRead} ${unit}`).join(', ');
  return [tag === undefined ? '' : t('shell.tree', 'Tree {tag}', { tag }), speciesCode ?? '', read]
    .filter((part) => part !== '')
    .join(' · ');
}

/** What a write does. */
export const actOf = ({ method, url }: Write): string =>
  ACTS.find(([of, path]) => of === method && path.test(url))?.[2]() ?? t('device.entry', 'Entry');
