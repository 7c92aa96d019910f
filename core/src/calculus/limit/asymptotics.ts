import type { Expression } from "../../expression/expression.ts";
import type { Known } from "./series.ts";

/** What a function tends to. */
export type Limit = { readonly kind: "finite"; readonly value: Expression } | { readonly kind: "infinite"; readonly sign: 1 | -1 };

/** Questions about functions of one real name that grows beyond all bounds. */
export interface Asymptotics {
  readonly variable: string;
  readonly known: Known;
  /** @throws LimitOpen, Oscillates, NotDefinedThere */
  readonly limit: (e: Expression) => Limit;
  /** The sign that it has from some place on; 0 where it is 0. @throws as `limit` */
  readonly sign: (e: Expression) => -1 | 0 | 1;
}
