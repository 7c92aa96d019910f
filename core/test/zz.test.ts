import { test } from "vitest";
import { name } from "../src/expression/construct.ts";
import { SYSTEM_WAYS } from "../src/check/system/count.ts";
import { read } from "./read.ts";
test("x", () => {
  const p = (x: string, y: string, ...free: string[]) => ({ values: new Map([["x", read(x)], ["y", read(y)]]), free, integers: [], conditions: [] });
  const system = { equations: ["x^2 y (x - 1) = 0", "x (y - 3 + x) = 0"].map(read) as never, unknowns: ["x", "y"], solutions: [p("0", "y", "y"), p("1", "2")], apart: [], rejected: [], domain: "real" as const, assumptions: [], within: [] };
  for (const w of SYSTEM_WAYS) console.log(w.name, w.decides({ system, steps: [], rows: undefined }));
});
