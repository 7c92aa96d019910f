import type { Block } from "../../document/block.ts";
import type { Answer } from "../answer.ts";
import { composeFigure, composeGraph } from "./drawing.ts";
import { composeExpression, composeNoLimit } from "./expression.ts";
import { composeOptimum } from "./optimum.ts";
import { composeSolutions } from "./solutions.ts";
import { composeTable } from "./table.ts";
import { composeTruth } from "./truth.ts";

/** Each kind of answer composes its own blocks: a new kind without them does not compile. */
const COMPOSERS: { readonly [Kind in Answer["kind"]]: (answer: Answer & { readonly kind: Kind }) => readonly Block[] } = {
  solutions: composeSolutions,
  expression: composeExpression,
  "no limit": composeNoLimit,
  truth: composeTruth,
  optimum: composeOptimum,
  table: composeTable,
  graph: composeGraph,
  figure: composeFigure,
};

/** What a line came to, as blocks of a document. */
export function composed<Kind extends Answer["kind"]>(answer: Answer & { readonly kind: Kind }): readonly Block[] {
  const compose: (answer: Answer & { readonly kind: Kind }) => readonly Block[] = COMPOSERS[answer.kind];
  return compose(answer);
}
