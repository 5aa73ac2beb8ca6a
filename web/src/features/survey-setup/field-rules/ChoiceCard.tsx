interface ChoiceCardProps {
  readonly name: string;
  readonly value: string;
  readonly chosen: boolean;
  readonly words: string;
  readonly why: string;
  readonly effect: string;
  readonly onChoose: () => void;
}

/** One choice of a decision, with its reason and the size of its effect. */
export function ChoiceCard({ name, value, chosen, words, why, effect, onChoose }: ChoiceCardProps) {
  return (
    <label className="choice-card grid grid-cols-[1.75rem_1fr] gap-x-2 p-2.5 leading-snug">
      <input type="radio" name={name} value={value} checked={chosen} className="mt-0.5" onChange={onChoose} />
      <span>
        <span className={chosen ? 'font-bold' : 'font-semibold'}>{words}</span>
        <span className="block text-quiet">{why}</span>
        <span className="figures block text-[0.92rem]">{effect}</span>
      </span>
    </label>
  );
}
