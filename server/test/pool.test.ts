import { expect, it, onTestFinished } from "vitest";
import { WorkPool } from "../src/pool/pool.ts";

it("gives up a line that needs more memory than there is for it; the others stand", async () => {
  const pool = new WorkPool(new URL("hungry-worker.mjs", import.meta.url), { threads: 1, lineSeconds: 60, lineMegabytes: 30 });
  onTestFinished(() => pool.close());
  const nothing = { find: async () => undefined, keep: async () => undefined };
  const lines = ["first", "hungry", "third"];
  const { reports, givenUp } = await pool.check({ lines, frontMatter: "" }, { account: "a" }, nothing, () => undefined);
  expect(givenUp).toEqual([2]);
  expect(JSON.parse(String(Buffer.from(reports)))).toEqual(["first", "not decided: it needs more memory than there is for a line", "third"]);
});
