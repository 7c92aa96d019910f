import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Window } from "@nail-down/core/graph/scene";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { NextSentence } from "@nail-down/core/instruction/next-sentences";
import type { Settings } from "@nail-down/core/instruction/settings";
import type { Part } from "@nail-down/core/notation/parts";
import { proxy, type Remote, wrap } from "comlink";
import type { BenchCore, News, Offer, Preview, Wanted } from "./bench-core.ts";

/** Thrown when a computation is stopped or fails. */
export class Stopped extends Error {
  override readonly name = "Stopped";
  /** Whether the worker was ended: what was asked of it may be asked again. */
  readonly isEnded: boolean;

  constructor(message: string, isEnded = false) {
    super(message);
    this.isEnded = isEnded;
  }
}

/** Nothing is to be said where a computation was stopped; any other failure goes on. */
export function unlessStopped(failure: unknown): void {
  if (!(failure instanceof Stopped)) throw failure;
}

interface Running {
  readonly worker: Worker;
  readonly core: Remote<BenchCore>;
  /** Rejects when the worker is ended: an answer that will not come would be waited for without end. */
  readonly ended: Promise<never>;
  readonly end: (reason: Stopped) => void;
}

/** The core in a web worker. The worker is started at first use and replaced when it is stopped. */
export class Engine {
  #running: Running | undefined;

  /** Runs a working; what becomes of its lines is told as it is found. Whether no newer run came between. */
  run(wanted: Wanted, tell: (news: News) => void): Promise<boolean> {
    return this.#ask((core) =>
      core.run(
        wanted,
        proxy(async (news: News) => tell(news)),
      ),
    );
  }

  /** The graph that the last line draws, in another window where one is asked for. */
  async draw(lines: readonly string[], window?: Window): Promise<Picture | undefined> {
    return (await this.#ask((core) => core.draw(lines, window))).picture;
  }

  /** The figure that the last line draws. */
  async drawFigure(lines: readonly string[]): Promise<FigurePicture | undefined> {
    return (await this.#ask((core) => core.draw(lines))).figure;
  }

  /** Tells the rewrites that change a part of a line as they are found. */
  rewrites(lines: readonly string[], line: number, part: Part, tell: (offer: Offer) => void): Promise<void> {
    return this.#ask((core) => core.rewrites(lines, line, part, proxy(tell)));
  }

  read(before: readonly string[], source: string, caret: number): Promise<Preview> {
    return this.#ask((core) => core.read(before, source, caret));
  }

  /** Tells what could come next below a line. */
  next(lines: readonly string[], line: number, tell: (sentence: NextSentence) => void): Promise<void> {
    return this.#ask((core) => core.next(lines, line, proxy(tell)));
  }

  /** Tells what lines would come to that are not written yet, as LaTeX. */
  answers(lines: readonly string[], sentences: readonly string[], tell: (sentence: string, latex: string) => void): Promise<void> {
    return this.#ask((core) => core.answers(lines, sentences, proxy(tell)));
  }

  /** The reports of a working that is not on the bench. */
  report(lines: readonly string[], settings: Settings): Promise<readonly LineReport[]> {
    return this.#ask((core) => core.report(lines, settings));
  }

  /** Ends whatever is being computed. */
  stop(): void {
    this.#running?.worker.terminate();
    this.#running?.end(new Stopped("stopped", true));
    this.#running = undefined;
  }

  /** @throws Stopped where the worker is ended before it answers, or its answer is a failure */
  async #ask<Answer>(question: (core: Remote<BenchCore>) => Promise<Answer>): Promise<Answer> {
    this.#running ??= this.#start();
    const { core, ended } = this.#running;
    try {
      return await Promise.race([question(core), ended]);
    } catch (failure) {
      throw failure instanceof Stopped ? failure : new Stopped(failure instanceof Error ? failure.message : String(failure));
    }
  }

  #start(): Running {
    const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    worker.addEventListener("error", () => this.stop());
    let end = (_: Stopped): void => {};
    const ended = new Promise<never>((_, reject) => {
      end = reject;
    });
    // Nobody may be waiting when it ends.
    ended.catch(() => undefined);
    return { worker, core: wrap<BenchCore>(worker), ended, end };
  }
}

export const engine = new Engine();
