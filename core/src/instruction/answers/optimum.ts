import type { Block } from "../../document/block.ts";
import type { Line } from "../../notation/inline.ts";
import { aside, type Inline, mathematics, sentenceCase, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import type { Nature, OptimumPoint } from "../../solve/optima/optimum.ts";
import type { Answer } from "../answer.ts";
import { conditionsAside, lettersAside, type Showing, shownQuantity, valuesLine } from "./values.ts";

/** The points of an optimum with what they are, and why there is none where there is none. */
export function composeOptimum({ points, none, angles, units, digits }: Answer & { readonly kind: "optimum" }): readonly Block[] {
  // The best points come first and by themselves: they are the answer.
  const results = (some: readonly OptimumPoint[]): readonly Block[] =>
    some.length > 0 ? [{ kind: "results", items: some.map((point) => pointLine(point, { angles, units, digits })) }] : [];
  return [
    ...results(points.filter(({ global }) => global)),
    ...results(points.filter(({ global }) => !global)),
    ...(none === undefined ? [] : [{ kind: "paragraph", role: "answer", line: [words(`${sentenceCase(none)}.`)] } as const]),
  ];
}

function pointLine(point: OptimumPoint, showing: Showing): Line {
  const { values, value, integers, conditions } = point;
  const unit = showing.units?.value;
  const families = integers.filter((letter) => !values.has(letter));
  return [
    ...natureLine(point),
    words(" "),
    shownQuantity(value, unit, showing.digits),
    words(" at "),
    ...valuesLine(values, { ...showing, integers: families }),
    ...lettersAside(
      families,
      integers.filter((letter) => values.has(letter)),
    ),
    ...conditionsAside(conditions),
  ];
}

const WORDS: Readonly<Record<Nature, string>> = {
  maximum: "maximum",
  minimum: "minimum",
  saddle: "saddle point",
  inflection: "point of inflection",
  undecided: "stationary point, nature not decided,",
};
const BEST: Readonly<Partial<Record<Nature, string>>> = { maximum: "greatest value", minimum: "least value" };

/** What a point is; where that hangs on letters, for which of their values it is what. */
function natureLine({ nature, natures, global, end }: OptimumPoint): Line {
  if (natures)
    return [
      aside(...natures.flatMap((one, k): readonly Inline[] => [words(`${k > 0 ? ", " : ""}${WORDS[one.nature]} where `), mathematics(present(one.condition))])),
    ];
  const said = words(`${(global ? BEST[nature] : undefined) ?? WORDS[nature]}${end ? " (at an end)" : ""}`);
  return global ? [said] : [aside(said)];
}
