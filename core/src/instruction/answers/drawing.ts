import type { Block } from "../../document/block.ts";
import { picture } from "../../graph/picture.ts";
import type { Line } from "../../notation/inline.ts";
import { decimal, large, mathematics, sentenceCase, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { text } from "../../notation/text.ts";
import type { Answer } from "../answer.ts";
import { inDegrees } from "../degrees.ts";
import { besides } from "./values.ts";

/** A graph with what it shows as its caption. */
export function composeGraph({ scene, states }: Answer & { readonly kind: "graph" }): readonly Block[] {
  const drawn = picture(scene);
  const labels = drawn.curves.map(({ label }) => label).join(", ");
  const where = drawn.state === undefined || states.length > 0 ? "" : ` where ${drawn.state}`;
  return [{ kind: "graph", picture: drawn, states: states.map(picture), caption: [words(`${labels}${where}`)] }];
}

/** A figure with its points as the caption, what is measured in it, and what is to be looked at. */
export function composeFigure({ picture: drawn, measures, notes }: Answer & { readonly kind: "figure" }): readonly Block[] {
  const points = drawn.parts.flatMap((part) => (part.kind === "point" ? [part.name] : [])).join(", ");
  const where = drawn.state === undefined ? "" : ` where ${drawn.state}`;
  return [
    { kind: "figure", picture: drawn, caption: [words(`Points ${points}${where}`)] },
    ...(measures.length > 0 ? [{ kind: "measures", rows: measures.map(measureRow) } as const] : []),
    ...notes.map((note) => ({ kind: "paragraph", role: "warning", line: [words(`${sentenceCase(note)}.`)] }) as const),
  ];
}

function measureRow({ use, value, shown, part }: (Answer & { readonly kind: "figure" })["measures"][number]): { use: string; value: Line; shown: Line } {
  const degrees = part.kind === "angle" ? inDegrees(shown, []) : undefined;
  const beside = degrees ? [degrees.exact ? mathematics(degrees.written) : decimal(degrees.written)] : besides(shown, undefined);
  return { use, value: [large(present(value))], shown: [...(text(value) === text(shown) ? [] : [large(present(shown)), words(" ")]), ...beside] };
}
