import { message, type Text, englishOf } from '../message/index.ts';

/** An equation that somebody typed, ready to be worked out: `4.87e-5 * D^1.913 * H^1.027`. */
export type Expression = (variables: Readonly<Record<string, number>>) => number;

export type ReadExpression =
  | { readonly ok: true; readonly evaluate: Expression; readonly variables: readonly string[] }
  | { readonly ok: false; readonly message: Text };

const FUNCTIONS: Readonly<Record<string, (value: number) => number>> = {
  ln: Math.log,
  log: Math.log10,
  exp: Math.exp,
  sqrt: Math.sqrt,
};

const TOKEN = /\s*(?:(\d+(?:\.\d*)?(?:[eE][+-]?\d+)?|\.\d+(?:[eE][+-]?\d+)?)|([A-Za-z][A-Za-z0-9_]*)|([-+*/^()−×÷]))/y;
const AS_TYPED: Readonly<Record<string, string>> = { '−': '-', '×': '*', '÷': '/' };
const LONGEST = 300;

interface Token {
  readonly kind: 'number' | 'name' | 'sign' | 'end';
  readonly text: string;
}

/** What a token reads as in a sentence. */
const shownText = ({ kind, text }: Token): Text => (kind === 'end' ? message('volume.the-end', 'the end') : text);

class Unreadable extends Error {
  constructor(readonly text: Text) {
    super(englishOf(text));
  }
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const start = TOKEN.lastIndex;
    const found = TOKEN.exec(text);
    if (found === null)
      throw new Unreadable(
        message('volume.is-not-understood', '“{slice}” is not understood.', {
          slice: text.slice(start).trim().slice(0, 12),
        }),
      );
    const [, number, name, sign] = found;
    if (number !== undefined) tokens.push({ kind: 'number', text: number });
    else if (name !== undefined) tokens.push({ kind: 'name', text: name });
    else tokens.push({ kind: 'sign', text: AS_TYPED[sign ?? ''] ?? sign ?? '' });
  }
  return [...tokens, { kind: 'end', text: '' }];
}

/** Reads sums of products of powers, by recursive descent. */
class Reader {
  private at = 0;
  readonly used = new Set<string>();
  private readonly tokens: readonly Token[];
  private readonly known: readonly string[];

  constructor(tokens: readonly Token[], known: readonly string[]) {
    this.tokens = tokens;
    this.known = known;
  }

  private get next(): Token {
    return this.tokens[this.at] ?? { kind: 'end', text: '' };
  }

  private take(text: string): boolean {
    if (this.next.kind !== 'sign' || this.next.text !== text) return false;
    this.at += 1;
    return true;
  }

  whole(): Expression {
    const expression = this.sum();
    if (this.next.kind !== 'end')
      throw new Unreadable(
        message('volume.an-operator-is-expected-at', 'An operator is expected at “{text}”.', {
          text: shownText(this.next),
        }),
      );
    return expression;
  }

  private sum(): Expression {
    let left = this.product();
    for (;;) {
      const before = left;
      if (this.take('+')) {
        const right = this.product();
        left = (given) => before(given) + right(given);
      } else if (this.take('-')) {
        const right = this.product();
        left = (given) => before(given) - right(given);
      } else return left;
    }
  }

  private product(): Expression {
    let left = this.signed();
    for (;;) {
      const before = left;
      if (this.take('*')) {
        const right = this.signed();
        left = (given) => before(given) * right(given);
      } else if (this.take('/')) {
        const right = this.signed();
        left = (given) => before(given) / right(given);
      } else return left;
    }
  }

  private signed(): Expression {
    if (this.take('-')) {
      const inner = this.signed();
      return (given) => -inner(given);
    }
    if (this.take('+')) return this.signed();
    return this.power();
  }

  private power(): Expression {
    const base = this.atom();
    if (!this.take('^')) return base;
    const exponent = this.signed();
    return (given) => base(given) ** exponent(given);
  }

  private atom(): Expression {
    const { kind, text } = this.next;
    this.at += 1;
    if (kind === 'number') {
      const value = Number(text);
      return () => value;
    }
    if (kind === 'name') return this.named(text);
    if (kind === 'sign' && text === '(') {
      const inner = this.sum();
      if (!this.take(')')) throw new Unreadable(message('volume.a-bracket-is-not-closed', 'A bracket is not closed.'));
      return inner;
    }
    throw new Unreadable(
      message('volume.a-number-or-variable-is', 'A number or variable is expected at “{text}”.', {
        text: shownText({ kind, text }),
      }),
    );
  }

  private named(name: string): Expression {
    const lower = name.toLowerCase();
    const apply = Object.hasOwn(FUNCTIONS, lower) ? FUNCTIONS[lower] : undefined;
    if (apply !== undefined) {
      if (!this.take('('))
        throw new Unreadable(
          message('volume.needs-its-argument-in-brackets', '{name} needs its argument in brackets.', { name }),
        );
      const inner = this.sum();
      if (!this.take(')')) throw new Unreadable(message('volume.a-bracket-is-not-closed', 'A bracket is not closed.'));
      return (given) => apply(inner(given));
    }
    const variable = this.known.find((each) => each.toLowerCase() === name.toLowerCase());
    if (variable === undefined) {
      throw new Unreadable(
        message('volume.is-not-a-variable-use', '“{slice}” is not a variable. Use {join} and the functions {join2}.', {
          slice: name.slice(0, 30),
          join: this.known.join(' and '),
          join2: Object.keys(FUNCTIONS).join(', '),
        }),
      );
    }
    this.used.add(variable);
    return (given) => given[variable] ?? NaN;
  }
}

/**
 * Reads an equation as typed: numbers, variables, + − × ÷ ^, brackets, ln, log, exp, sqrt. Nothing else is run.
 *
 * @param known names of the variables, such as D and H; capitals or not
 */
export function readExpression(text: string, known: readonly string[]): ReadExpression {
  if (text.trim() === '') return { ok: false, message: message('volume.nothing-is-entered', 'Nothing is entered.') };
  if (text.length > LONGEST)
    return {
      ok: false,
      message: message('volume.at-most-characters', 'At most {longest} characters.', { longest: String(LONGEST) }),
    };
  try {
    const reader = new Reader(tokensOf(text), known);
    const evaluate = reader.whole();
    return { ok: true, evaluate, variables: [...reader.used] };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, message: error.text };
    throw error;
  }
}
