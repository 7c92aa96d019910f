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

function isOfKind<Kind extends Request["kind"]>(reply: Reply, kind: Kind): reply is Reply & { readonly kind: Kind } {
  return reply.kind === kind;
}

/** The core in a web worker. The worker is started at first use and replaced when it is stopped. */
export class Engine {
  #worker: Worker | undefined;
  #count = 0;
  readonly #pending = new Map<number, Pending>();

  async run(lines: readonly string[], settings: Settings): Promise<readonly LineReport[]> {
    return (await this.#ask({ kind: "run", lines, settings })).reports;
  }

  /** The graph that the last line draws, in another window where one is asked for. */
  async draw(lines: readonly string[], window?: Window): Promise<Picture | undefined> {
    return (await this.#ask({ kind: "draw", lines, ...(window ? { window } : {}) })).picture;
  }

  /** The figure that the last line draws. */
  async drawFigure(lines: readonly string[]): Promise<FigurePicture | undefined> {
    return (await this.#ask({ kind: "draw", lines })).figure;
  }

  /** What a sentence that rewrites a part of a line would come to; undefined where it changes nothing. */
  async rewrite(lines: readonly string[], line: number, sentence: string): Promise<PartRewrite | undefined> {
    return (await this.#ask({ kind: "rewrite", lines, line, sentence })).rewrite;
  }

  async read(before: readonly string[], source: string): Promise<Preview> {
    return (await this.#ask({ kind: "read", before, source })).preview;
  }

  /** Ends whatever is being computed. */
  stop(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
    for (const { reject } of this.#pending.values()) reject(new Stopped("stopped"));
    this.#pending.clear();
  }

  /** The worker's reply of the kind that was asked for. @throws Stopped where it is none */
  async #ask<Kind extends Request["kind"]>(asked: Asked & { readonly kind: Kind }): Promise<Reply & { readonly kind: Kind }> {
    const reply = await this.#send(asked);
    if (isOfKind(reply, asked.kind)) return reply;
    throw new Stopped(reply.kind === "failed" ? reply.message : "the computation was stopped");
  }

  #send(asked: Asked): Promise<Reply> {
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
