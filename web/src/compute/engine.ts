import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Window } from "@nail-down/core/graph/scene";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { PartRewrite } from "@nail-down/core/instruction/part-rewrites";
import type { Settings } from "@nail-down/core/instruction/settings";
import type { Preview, Reply, Request } from "./messages.ts";

/** Thrown when a computation is stopped or fails. */
export class Stopped extends Error {
  override readonly name = "Stopped";
}

interface Pending {
  readonly resolve: (reply: Reply) => void;
  readonly reject: (reason: Stopped) => void;
}

type Asked = Request extends infer R ? (R extends Request ? Omit<R, "id"> : never) : never;

/** The core in a web worker. The worker is started at first use and replaced when it is stopped. */
export class Engine {
  #worker: Worker | undefined;
  #count = 0;
  readonly #pending = new Map<number, Pending>();

  async run(lines: readonly string[], settings: Settings): Promise<readonly LineReport[]> {
    const reply = await this.#ask({ kind: "run", lines, settings });
    if (reply.kind === "run") return reply.reports;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  /** The graph that the last line draws, in another window where one is asked for. */
  async draw(lines: readonly string[], window?: Window): Promise<Picture | undefined> {
    const reply = await this.#ask({ kind: "draw", lines, ...(window ? { window } : {}) });
    if (reply.kind === "draw") return reply.picture;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  /** The figure that the last line draws. */
  async drawFigure(lines: readonly string[]): Promise<FigurePicture | undefined> {
    const reply = await this.#ask({ kind: "draw", lines });
    if (reply.kind === "draw") return reply.figure;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  /** What a sentence that rewrites a part of a line would come to; undefined where it changes nothing. */
  async rewrite(lines: readonly string[], line: number, sentence: string): Promise<PartRewrite | undefined> {
    const reply = await this.#ask({ kind: "rewrite", lines, line, sentence });
    if (reply.kind === "rewrite") return reply.rewrite;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  async read(before: readonly string[], source: string): Promise<Preview> {
    const reply = await this.#ask({ kind: "read", before, source });
    if (reply.kind === "read") return reply.preview;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  /** Ends whatever is being computed. */
  stop(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
    for (const { reject } of this.#pending.values()) reject(new Stopped("stopped"));
    this.#pending.clear();
  }

  #ask(asked: Asked): Promise<Reply> {
    this.#worker ??= this.#start();
    this.#count += 1;
    const request: Request = { ...asked, id: this.#count };
    return new Promise((resolve, reject) => {
      this.#pending.set(request.id, { resolve, reject });
      this.#worker?.postMessage(request);
    });
  }

  #start(): Worker {
    const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    worker.addEventListener("message", (event: MessageEvent<Reply>) => {
      this.#pending.get(event.data.id)?.resolve(event.data);
      this.#pending.delete(event.data.id);
    });
    worker.addEventListener("error", () => this.stop());
    return worker;
  }
}

export const engine = new Engine();
