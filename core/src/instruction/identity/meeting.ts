import { angleNormalForm, hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { whereRational } from "../../canonical/normal-form.ts";
import { onSide, type Step, step } from "../../derivation/step.ts";
import { tuple } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import { expandWithSteps } from "../../rewrite/forms/expand.ts";
import { withoutInverses } from "../../rewrite/forms/root-and-log-forms.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { type Known, type Rewriting, Way } from "../../rewrite/forms/way.ts";
import { simplify } from "../../truth/index.ts";

/** The ways of both sides to one form, the cheapest that is found; where none of those tried is shared, one step that says what decided it. */
export function meeting(left: Expression, right: Expression, known: Known, method: string): readonly Step[] {
  const attempts: readonly ((e: Expression, other: Expression) => Rewriting)[] = [
    (e) => new Way(e).end(),
    (e) => expandWithSteps(e, known),
    combineWithSteps,
    viaAngles,
    viaAddition,
    (e) => simplifyWithSteps(e, known),
  ];
  const [ofLeft, ofRight]: [Rewriting[], Rewriting[]] = [[], []];
  for (const attempt of attempts) {
    ofLeft.push(...settled(() => attempt(left, right)));
    ofRight.push(...settled(() => attempt(right, left)));
    const pairs = ofLeft.flatMap((a) => ofRight.filter((b) => equal(a.expression, b.expression)).map((b) => ({ a, b })));
    const [first] = pairs;
    if (!first) continue;
    const length = ({ a, b }: typeof first): number => a.steps.length + b.steps.length;
    const { a, b } = pairs.reduce((x, y) => (length(y) < length(x) ? y : x), first);
    const shown = a.steps.length > 0 && b.steps.length > 0 ? [...onSide("Left side", a.steps), ...onSide("Right side", b.steps)] : [...a.steps, ...b.steps];
    if (shown.length > 0) return shown;
  }
  return [step("decided as a whole", [method], { kind: "equal", before: left, after: right })];
}

function settled(attempt: () => Rewriting): readonly Rewriting[] {
  return whereRational(() => {
    return [attempt()];
  }, []);
}

/** By sines and cosines of angles that are units for both sides. */
function viaAngles(e: Expression, other: Expression): Rewriting {
  const way = new Way(e);
  const joint = inUnitAngles(tuple([e, other]));
  const [own] = joint.kind === "tuple" ? joint.items : [];
  if (!own || !hasAngles(e)) return way.end();
  way.to("apply addition formulas", [], own);
  way.to("Pythagorean identity", [], angleNormalForm(own));
  return way.end();
}

function viaAddition(e: Expression): Rewriting {
  const way = new Way(e);
  if (hasAngles(e)) way.to("apply addition formulas", [], inUnitAngles(e));
  way.to("relations cancel", [], withoutInverses(way.current));
  way.to("simplify values", [], simplify(way.current).expression);
  return way.end();
}
