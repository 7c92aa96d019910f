import { runDefended } from "@nail-down/core/instruction/defended";
import { partRewrite } from "@nail-down/core/instruction/part-rewrites";
import { faultReport, figureOf, pictureOf } from "@nail-down/core/instruction/report";
import type { Settings } from "@nail-down/core/instruction/settings";
import { type Line, readLine, runWorking } from "@nail-down/core/instruction/working";
import type { Preview, Reply, Request } from "./messages.ts";

/** Lines that were run before, so that an edit runs only what depends on it. */
let memory: ReadonlyMap<string, Line> = new Map();
/** What holds for every line of the set, as told with the last run. */
let settings: Settings = {};

function answer(request: Request): Reply {
  switch (request.kind) {
    case "run": {
      settings = request.settings;
      const { working, reports } = runDefended(request.lines, memory, settings);
      memory = working.memory;
      return { kind: "run", id: request.id, reports };
    }
    case "draw": {
      // The last of the lines is what is drawn.
      const line = runWorking(request.lines, memory, settings).lines.at(-1);
      return { kind: "draw", id: request.id, picture: line && pictureOf(line, request.window), figure: line && figureOf(line) };
    }
    case "rewrite":
      return { kind: "rewrite", id: request.id, rewrite: partRewrite(request.lines, request.line, request.sentence, memory, settings) };
    case "read":
      return { kind: "read", id: request.id, preview: preview(request.before, request.source) };
  }
}

function preview(before: readonly string[], source: string): Preview {
  const { environment } = runWorking(before, memory, settings);
  const read = readLine(source, environment);
  const names = [...environment.quantities, ...environment.functions.keys()];
  return { sentence: read.sentence, names, notes: read.notes, ...(read.error ? { error: faultReport(read.error) } : {}) };
}

self.addEventListener("message", (event: MessageEvent<Request>) => {
  try {
    self.postMessage(answer(event.data));
  } catch (failure) {
    const message = failure instanceof Error ? failure.message : String(failure);
    self.postMessage({ kind: "failed", id: event.data.id, message } satisfies Reply);
  }
});
