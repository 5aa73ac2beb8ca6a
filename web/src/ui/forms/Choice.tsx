import { say } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';
interface ChoiceProps<T extends string> {
  /** What is chosen, for those who do not see it. */
  readonly name: string;
  readonly options: Readonly<Record<T, Text>>;
  readonly chosen: T;
  readonly onChoose: (next: T) => void;
}

/** One of a few, side by side. */
export function Choice<T extends string>({ name, options, chosen, onChoose }: ChoiceProps<T>) {
  return (
    <div className="flex gap-2" role="group" aria-label={name}>
      {(Object.keys(options) as T[]).map((each) => (
        <button
          key={each}
          type="button"
          className="btn flex-1"
          aria-pressed={chosen === each}
          onClick={() => {
            onChoose(each);
          }}
        >
          {say(options[each])}
        </button>
      ))}
    </div>
  );
}
