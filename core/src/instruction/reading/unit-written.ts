import type { Syntax } from "../../notation/syntax.ts";
import { readUnit } from "../../units/read.ts";
import type { Unit } from "../../units/unit.ts";

/** The unit of a written quantity, the first of a sum of them, or that of the last side of a written relation. */
export function unitWritten(written: Syntax): Unit | undefined {
  switch (written.kind) {
    case "relation":
      return unitWritten(written.operands.at(-1) ?? { kind: "tuple", items: [] });
    case "quantity":
      return readUnit(written.unit);
    case "group":
      return unitWritten(written.inner);
    case "sign":
      return unitWritten(written.operand);
    case "binary":
      return unitWritten(written.left);
    default:
      return undefined;
  }
}
