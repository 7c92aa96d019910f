import type { Expression } from "../src/expression/expression.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { parse } from "../src/notation/parse.ts";

/** The expression that a text means. */
export const read = (source: string): Expression => elaborate(parse(source));
