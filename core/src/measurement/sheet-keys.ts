import { message } from '../message/index.ts';

/** Letters of the tree sheet itself. No reading may have one of them. */
export const SHEET_KEYS = [
  { key: 's', does: message('measurement.sheet-keys.does', 'add a stem') },
  { key: 'w', does: message('measurement.sheet-keys.open-where-to-tape', 'open Where to tape') },
  { key: 'u', does: message('measurement.sheet-keys.open-tape-reading', 'open Tape reading') },
  { key: 'i', does: message('measurement.sheet-keys.open-in-or-out', 'open In or out') },
  { key: 'c', does: message('measurement.sheet-keys.go-to-the-call-out', 'go to the call-out line') },
  { key: 'n', does: message('measurement.sheet-keys.save-the-tree-and-start', 'save the tree and start the next') },
] as const;
