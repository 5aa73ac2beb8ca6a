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
