import type { PictureMark } from "@nail-down/core/graph/picture";
import { withMarkShown } from "@nail-down/core/instruction/graphs/source";

const WORDS: Readonly<Record<PictureMark["kind"], string>> = {
  zero: "zero",
  maximum: "maximum",
  minimum: "minimum",
  intersection: "intersection",
  intercept: "intercept",
  inflection: "inflection",
  asymptote: "asymptote",
  hole: "hole",
  endpoint: "end",
};

/** The marks of a graph, each of which can be hidden. */
export function MarksList({
  marks,
  source,
  replace,
}: {
  readonly marks: readonly PictureMark[];
  readonly source: string;
  readonly replace: (source: string) => void;
}) {
  return (
    <fieldset className="grid max-h-40 grid-cols-2 gap-x-4 overflow-y-auto border-t border-rule px-3 py-1 font-sans text-[13px] text-steel">
      <legend className="sr-only">marks that are shown</legend>
      {marks.map(({ number = 0, kind, label, hidden }) => (
        <label key={number} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="accent-copper"
            checked={!hidden}
            onChange={(event) => replace(withMarkShown(source, number, event.target.checked))}
          />
          {WORDS[kind]} <span className="font-serif text-ink">{label}</span>
        </label>
      ))}
    </fieldset>
  );
}
