import { equation, name, relation, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { type Line, say } from "../../notation/inline.ts";
import { findEdit, findSlip } from "../../proof/slips/find-slip.ts";
import { equalityTest } from "../../truth/index.ts";

/** What would be true instead of a false identity: the same for numbers of one sign alone, or with a small change. */
export function whatWouldHold(left: Expression, right: Expression, assumptions: readonly Expression[]): Line | undefined {
  const letters = [...new Set([...freeNames(left), ...freeNames(right)])];
  const [letter, ...more] = letters;
  if (letter !== undefined && more.length === 0 && isReal(left) && isReal(right)) {
    const signs = ([">=", "<=", ">", "<"] as const).map((comparison) => relation(name(letter), comparison, ZERO));
    const where = signs.find((sign) => equalityTest(left, right, [...assumptions, sign]).kind === "zero");
    if (where) return say`it holds where ${where}`;
  }
  // That the identity itself does not hold is known by now.
  const slip = findSlip(left, right, assumptions);
  return (slip?.law && equal(slip.law, equation(left, right)) ? findEdit(left, right, assumptions) : slip)?.said;
}
