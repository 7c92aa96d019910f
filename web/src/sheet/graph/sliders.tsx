import type { Slider } from "@nail-down/core/graph/scene";
import { typedNumbers, withNumber, withValue } from "@nail-down/core/instruction/graphs/source";
import { useState } from "react";

const STEPS = 200;
const FIGURES = 3;

const written = (value: number): string => String(Number(value.toPrecision(FIGURES)));

/** A quantity under the hand: the drawing follows while it moves, the line keeps the value when the hand lets go. */
function SliderRow({
  label,
  slider,
  move,
  settle,
}: {
  readonly label: string;
  readonly slider: Slider;
  readonly move: (value: string) => void;
  readonly settle: (value: string) => void;
}) {
  const [own, setOwn] = useState<number>();
  const value = own ?? slider.value;
  const done = (): void => {
    if (own !== undefined && own !== slider.value) settle(written(own));
    setOwn(undefined);
  };
  return (
    <label className="flex items-center gap-2">
      <span className="w-6 text-right font-serif italic">{label}</span>
      <input
        type="range"
        aria-label={`value of ${label}`}
        min={slider.from}
        max={slider.to}
        step={(slider.to - slider.from) / STEPS}
        value={value}
        className="w-48 accent-copper"
        onChange={(event) => {
          const next = Number(event.target.value);
          setOwn(next);
          move(written(next));
        }}
        onPointerUp={done}
        onKeyUp={done}
        onBlur={done}
      />
      <output className="tabular-nums">{written(value).replace("-", "−")}</output>
    </label>
  );
}

/** The sliders of a graph: quantities without a value, and a number of the line that was chosen. */
export function Sliders({
  sliders,
  source,
  preview,
  replace,
  withNumbers,
}: {
  readonly sliders: readonly Slider[];
  readonly source: string;
  /** Draws the graph as a changed line would. */
  readonly preview: (source: string) => void;
  readonly replace: (source: string) => void;
  /** Whether a number of the line can be chosen. */
  readonly withNumbers: boolean;
}) {
  const [chosen, setChosen] = useState<number>();
  const numbers = typedNumbers(source);
  const typed = chosen === undefined ? undefined : numbers[chosen];
  if (sliders.length === 0 && !withNumbers) return null;
  const size = typed ? Math.max(1, Math.abs(Number(typed.text)) * 2) : 1;
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-1 px-2 py-1 font-sans text-[13px] text-steel">
      {sliders.map((slider) => (
        <SliderRow
          key={slider.name}
          label={slider.name}
          slider={slider}
          move={(value) => preview(withValue(source, slider.name, value))}
          settle={(value) => replace(withValue(source, slider.name, value))}
        />
      ))}
      {withNumbers && numbers.length > 0 && (
        <label className="flex items-center gap-2">
          move a number
          <select
            aria-label="number to move"
            className="rounded border border-rule bg-paper px-1"
            value={chosen ?? ""}
            onChange={(event) => setChosen(event.target.value === "" ? undefined : Number(event.target.value))}
          >
            <option value="">–</option>
            {numbers.map((number, k) => (
              <option key={number.from} value={k}>
                {source.slice(Math.max(0, number.from - 6), number.from)}[{number.text}]
                {source.slice(number.from + number.text.length, number.from + number.text.length + 5)}
              </option>
            ))}
          </select>
        </label>
      )}
      {typed && (
        <SliderRow
          key={typed.from}
          label="#"
          slider={{ name: "#", value: Number(typed.text), from: -size, to: size }}
          move={(value) => preview(withNumber(source, typed, value))}
          settle={(value) => replace(withNumber(source, typed, value))}
        />
      )}
    </div>
  );
}
