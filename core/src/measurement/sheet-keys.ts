/** Letters of the tree sheet itself. No reading may have one of them. */
export const SHEET_KEYS = [
  { key: 's', does: 'add a stem' },
  { key: 'w', does: 'where to tape' },
  { key: 'u', does: 'the tape close up' },
  { key: 'i', does: 'in or out' },
  { key: 'c', does: 'the call-out line' },
  { key: 'n', does: 'keep the tree and take the next' },
] as const;
