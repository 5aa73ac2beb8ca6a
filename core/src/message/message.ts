/** What a message fills in: a number, text as it stands (a label, a printed figure), or another message. */
export type MessageValue = string | number | Message;

/** A sentence or label for people, as data: whoever shows it formats it in the reader's language. */
export interface Message {
  /** Names the message in every catalogue, such as `height.base-sign.name`. */
  readonly id: string;
  /** The English text, as an ICU message. */
  readonly template: string;
  readonly values?: Readonly<Record<string, MessageValue>>;
}

/** A message, or text that has no language: a name that a person typed, a figure with its unit. */
export type Text = string | Message;

/**
 * Makes a message.
 *
 * @param id - name of the message in the catalogues; the part before the first full stop is its area
 * @param template - English text in ICU message syntax, with `{name}` where a value goes
 * @param values - what fills the places of the template
 * @returns the message as data
 * @example
 * message('height.range', 'Distance must be {low} to {high} m.', { low: 1, high: 200 }).values?.high // 200
 */
export const message = (id: string, template: string, values?: Readonly<Record<string, MessageValue>>): Message =>
  values === undefined ? { id, template } : { id, template, values };

/** Whether a text is a message. */
export const isMessage = (text: unknown): text is Message =>
  typeof text === 'object' &&
  text !== null &&
  typeof (text as Partial<Message>).id === 'string' &&
  typeof (text as Partial<Message>).template === 'string';

/**
 * The value of a place in a message. A place whose name begins with a capital begins a sentence: so does its value.
 *
 * @param name - name of the place
 * @param value - what fills it
 * @returns the value, with a capital where the name has one
 * @example
 * capitalIf('Name', 'top') // Top
 */
export const capitalIf = <T>(name: string, value: T): T | string =>
  typeof value === 'string' && /^[A-Z]/.test(name) ? value.charAt(0).toUpperCase() + value.slice(1) : value;

/**
 * English text of a message without plurals and choices: for errors that a programmer reads.
 *
 * @param text - message or text
 * @returns the template with its values filled in
 * @example
 * englishOf(message('height.range', 'Distance must be {low} to {high} m.', { low: 1, high: 200 })) // Distance must be 1 to 200 m.
 */
export const englishOf = (text: Text): string =>
  isMessage(text)
    ? text.template.replace(/\{(\w+)\}/g, (place, name: string) => {
        const value = text.values?.[name];
        if (value === undefined) return place;
        return capitalIf(name, typeof value === 'object' ? englishOf(value) : String(value));
      })
    : text;

/** Whether a value is a text, where it may also be a number or a list. */
export const isText = (value: unknown): value is Text => typeof value === 'string' || isMessage(value);

/**
 * Several texts as one, in their order: sentences, or the parts of a list.
 *
 * @param parts - texts; empty ones are left out
 * @param separator - what stands between two
 * @returns one text
 * @example
 * englishOf(joined(['oak', message('a.b', 'beech')], ', ')) // oak, beech
 */
export function joined(parts: readonly Text[], separator = ' '): Text {
  const filled = parts.filter((part) => part !== '');
  if (filled.every((part) => typeof part === 'string')) return filled.join(separator);
  return {
    id: 'text.joined',
    template: filled.map((_, i) => `{part${String(i)}}`).join(separator),
    values: Object.fromEntries(filled.map((part, i) => [`part${String(i)}`, part])),
  };
}
