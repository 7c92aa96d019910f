import type { Window } from "@nail-down/core/graph/scene";
import type { Size } from "@nail-down/core/graph/svg-elements";
import { placer } from "@nail-down/core/graph/svg-place";
import { useEffect, useState } from "react";
import { useDebounce } from "use-debounce";
import { engine, unlessStopped } from "../../compute/engine.ts";
import { Mathematics } from "../../parts/mathematics.tsx";
import type { LinePlace } from "../line-place.ts";

/** A piece of the horizontal axis between two handles. */
export type Bracket = readonly [number, number];

/** The two handles, in a drawing of the given size whose plane may leave room for a legend below. */
export function BracketHandles({
  bracket,
  window,
  size,
  whole,
  change,
}: {
  readonly bracket: Bracket;
  readonly window: Window;
  readonly size: Size;
  /** The height of the whole drawing. */
  readonly whole: number;
  readonly change: (next: Bracket) => void;
}) {
  const place = placer(window, size);
  const share = (x: number): number => (100 * place([x, 0])[0]) / size.width;
  const moveTo = (end: 0 | 1, x: number): void => {
    const inside = Math.min(Math.max(x, window.xMin), window.xMax);
    change(end === 0 ? [Math.min(inside, bracket[1]), bracket[1]] : [bracket[0], Math.max(inside, bracket[0])]);
  };
  // The legend below the plane stays free.
  const height = `${(100 * size.height) / whole}%`;
  const step = (window.xMax - window.xMin) / 50;
  return (
    <>
      <div
        aria-hidden="true"
        className="pointer-events-none absolute top-0 bg-copper/8"
        style={{ height, left: `${share(bracket[0])}%`, right: `${100 - share(bracket[1])}%` }}
      />
      {([0, 1] as const).map((end) => (
        <div
          key={end}
          role="slider"
          tabIndex={0}
          aria-label={end === 0 ? "where the piece begins" : "where the piece ends"}
          aria-valuemin={window.xMin}
          aria-valuemax={window.xMax}
          aria-valuenow={bracket[end]}
          className="absolute top-0 w-3 -translate-x-1/2 cursor-ew-resize touch-none border-x-4 border-transparent bg-copper bg-clip-padding"
          style={{ left: `${share(bracket[end])}%`, height }}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            const frame = event.currentTarget.parentElement?.getBoundingClientRect();
            if (!frame || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
            const left = ((event.clientX - frame.left) / frame.width) * size.width;
            const [from, to] = [place([window.xMin, 0])[0], place([window.xMax, 0])[0]];
            moveTo(end, window.xMin + ((left - from) / (to - from)) * (window.xMax - window.xMin));
          }}
          onKeyDown={(event) => {
            if (event.key === "ArrowLeft") moveTo(end, bracket[end] - step);
            else if (event.key === "ArrowRight") moveTo(end, bracket[end] + step);
          }}
        />
      ))}
    </>
  );
}

const END_FIGURES = 3;
/** So long the handles must rest, in milliseconds, before the questions are answered. */
const ANSWER_AFTER = 250;

/** The questions that can be asked of a piece of the curves, each with its line. */
function questionsOf([left, right]: Bracket, formulas: readonly string[], variable: string): readonly (readonly [string, string])[] {
  const [from, to] = [left, right].map((x) => String(Number(x.toPrecision(END_FIGURES))));
  const piece = `in [${from}, ${to}]`;
  const [first = "0", second] = formulas;
  return [
    ["zeros", `solve ${first} = 0 for ${variable} ${piece}`],
    ["highest", `maximise ${first} over ${variable} ${piece}`],
    ["lowest", `minimise ${first} over ${variable} ${piece}`],
    ["slope at the left end", `substitute ${variable} = ${from} into d/d${variable} (${first})`],
    ["tangent there", `tangent to ${first} at ${variable} = ${from}`],
    ["area", `evaluate int_(${from})^(${to}) abs(${first}) d${variable}`],
    ["length", `evaluate int_(${from})^(${to}) sqrt(1 + (d/d${variable} (${first}))^2) d${variable}`],
    ...(second === undefined
      ? []
      : ([
          ["meeting points", `solve ${first} = ${second} for ${variable} ${piece}`],
          ["area between", `evaluate int_(${from})^(${to}) abs(${first} - (${second})) d${variable}`],
        ] as const)),
  ];
}

/** The answers of lines that are not written yet, as they are found. */
function useAnswers(place: LinePlace, sentences: readonly string[]): ReadonlyMap<string, string> {
  const [answers, setAnswers] = useState<ReadonlyMap<string, string>>(new Map());
  const [asked] = useDebounce(sentences.join("\n"), ANSWER_AFTER);
  useEffect(() => {
    let current = true;
    engine
      .answers(place.working().slice(0, place.number), asked.split("\n"), (sentence, latex) => {
        if (current) setAnswers((before) => new Map(before).set(sentence, latex));
      })
      .catch(unlessStopped);
    return () => {
      current = false;
    };
  }, [place, asked]);
  return answers;
}

/** What can be asked of a piece of the curves, with the answers: each question is a line for the working. */
export function Questions({
  bracket,
  formulas,
  variable,
  place,
}: {
  readonly bracket: Bracket;
  readonly formulas: readonly string[];
  readonly variable: string;
  readonly place: LinePlace;
}) {
  const questions = questionsOf(bracket, formulas, variable);
  const answers = useAnswers(
    place,
    questions.map(([, sentence]) => sentence),
  );
  return (
    <ul className="grid gap-x-4 border-t border-rule px-2 py-1 font-sans text-[13px] text-steel sm:grid-cols-2" aria-label="what can be asked of the piece">
      {questions.map(([label, sentence]) => {
        const answer = answers.get(sentence);
        return (
          <li key={label} className="flex min-w-0 items-center gap-x-2">
            <button
              type="button"
              title={sentence}
              className="shrink-0 underline decoration-dotted underline-offset-4 hover:text-copper"
              onClick={() => place.write(sentence)}
            >
              {label}
            </button>
            {answer !== undefined && (
              <span className="min-w-0 overflow-x-auto overflow-y-hidden text-ink">
                <Mathematics latex={answer} />
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
