import { text } from "../../../notation/text.ts";
import { ofEquation } from "./solving.ts";
import { type Branches, type Onward, type State, unknownsIn } from "./state.ts";

/** An equation that holds one unknown only: all its solutions, each put into the rest. */
export function byOneUnknown(state: State, onward: Onward): Branches | undefined {
  const candidates = state.equations.filter((one) => unknownsIn(one, state).length === 1);
  const [own] = [...candidates].sort((a, b) => text(a).length - text(b).length);
  const [unknown] = own ? unknownsIn(own, state) : [];
  return own && unknown !== undefined ? ofEquation(own, unknown, state, onward) : undefined;
}
