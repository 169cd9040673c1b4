/** One of a few, each a thumb-sized button: the chosen one is filled. Stands in a row of its own `role="radiogroup"`, which names what is chosen. */
import { Tap } from "./Tap";

interface Props<Value> {
  of: readonly (readonly [Value, string])[];
  chosen: Value | null;
  onChoose: (value: Value) => void;
}

export function Choice<Value extends string | number>({ of, chosen, onChoose }: Props<Value>) {
  return of.map(([value, says]) => (
    <Tap
      key={value}
      size="sm"
      role="radio"
      aria-checked={chosen === value}
      variant={chosen === value ? "solid" : "outline"}
      onClick={() => onChoose(value)}
    >
      {says}
    </Tap>
  ));
}
