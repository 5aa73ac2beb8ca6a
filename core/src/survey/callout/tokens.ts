/** A part of the call-out line, with its place in the text. */
export interface RawToken {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** Marks that belong to the number behind them, and unit words that belong to the number before them. */
const LONE_MARK = /^(@|=|#|g|[+-])$/i;
const UNIT_WORD = /^(%|°|deg|pct|m|cm|mm|ft|in|'|"|:20|:15|m:20|m:15)$/i;
const FRACTION = /^\d+\/\d+(in|"|ft|')?$/i;
const ENDS_IN_DIGIT = /\d$/;

/**
 * Cuts a call-out line at its spaces, joining what belongs together: `= 22.5`, `@ 20`, `+18 %`, `44 1/2 in`.
 */
export function cutTokens(line: string): RawToken[] {
  const tokens: RawToken[] = [];
  for (const match of line.matchAll(/\S+/g)) {
    const piece: RawToken = { text: match[0], from: match.index, to: match.index + match[0].length };
    const last = tokens.at(-1);
    const joins =
      last !== undefined &&
      (LONE_MARK.test(last.text) ||
        (ENDS_IN_DIGIT.test(last.text) && UNIT_WORD.test(piece.text)) ||
        (ENDS_IN_DIGIT.test(last.text) && FRACTION.test(piece.text)));
    if (joins)
      tokens[tokens.length - 1] = {
        text: `${last.text}${FRACTION.test(piece.text) && !LONE_MARK.test(last.text) ? ' ' : ''}${piece.text}`,
        from: last.from,
        to: piece.to,
      };
    else tokens.push(piece);
  }
  return tokens;
}
