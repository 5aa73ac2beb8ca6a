/** A part of the call-out line, with its place in the text. */
export interface RawToken {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** Marks that belong to the number behind them, and unit words that belong to the number before them. */
const LONE_MARK = /^(@|=|#|g|&|at|body|[+-])$/i;
const UNIT_WORD = /^(%|°|deg|pct|m|cm|mm|ft|in|'|"|:20|:15|:25|:30|:40|:66|gon|m:20|m:15|m:25|m:30|m:40|ft:66)$/i;
const FRACTION = /^\d+\/\d+(in|"|ft|')?$/i;
const ENDS_IN_DIGIT = /\d$/;
/** Two faces of one stem, `2x33/38`: two readings in one word. */
const TWO_FACES = /^(&?2x[^/]+)(\/.*)$/i;
/** Several stems written without a space: `28&21`. */
const STEMS = /&?[^&]+|&/g;

/** The words of a line with their places; a pair of faces counts as two, and so do two stems. */
const piecesOf = (line: string): RawToken[] =>
  [...line.matchAll(/\S+/g)]
    .flatMap((word) => [...word[0].matchAll(STEMS)].map((part) => ({ text: part[0], from: word.index + part.index })))
    .flatMap(({ text, from }) => {
      const [, first, second] = TWO_FACES.exec(text) ?? [];
      if (first === undefined || second === undefined) return [{ text, from, to: from + text.length }];
      const cut = from + first.length;
      return [
        { text: first, from, to: cut },
        { text: second, from: cut, to: from + text.length },
      ];
    });

/**
 * Cuts a call-out line at its spaces, joining what belongs together (`= 22.5`, `@ 20`, `+18 %`, `44 1/2 in`) and cutting
 * two faces apart (`2x33/38`).
 */
export function cutTokens(line: string): RawToken[] {
  const tokens: RawToken[] = [];
  for (const piece of piecesOf(line)) {
    const last = tokens.at(-1);
    const joins =
      last !== undefined &&
      // A mark waits for its number; the next stem begins a part of its own.
      !piece.text.startsWith('&') &&
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
