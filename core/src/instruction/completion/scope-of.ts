import type { Expression } from "../../expression/expression.ts";
import { writtenPlain } from "../../notation/plain.ts";
import { present } from "../../notation/present.ts";
import { coherentUnit } from "../../units/coherent.ts";
import { quoted } from "../answers/quoted.ts";
import type { Environment } from "../environment.ts";
import type { Line } from "../line.ts";
import type { Scope } from "./scope.ts";

/** What a line below a working can speak of. */
export function scopeOf(lines: readonly Line[], environment: Environment): Scope {
  const { quantities, functions } = environment;
  return {
    names: [...quantities].map((name) => ({ name, ...heldBy(name, environment) })),
    functions: [...functions].map(([name, one]) => ({ name, parameters: "build" in one ? ["…"] : one.parameters })),
    lines: lines.flatMap(({ outcome, source }, k) => {
      if (!outcome?.answer && !outcome?.statement) return [];
      const held = quoted(outcome);
      return [{ number: k + 1, holds: held ? writtenPlain(held) : source }];
    }),
  };
}

function heldBy(name: string, { givens, definitions, units }: Environment): { readonly holds?: string } {
  const value: Expression | undefined = givens.get(name) ?? definitions.get(name);
  if (!value) return {};
  const unit = units.get(name);
  return { holds: `${writtenPlain(present(value))}${unit ? ` ${coherentUnit(unit.dimension)}` : ""}` };
}
