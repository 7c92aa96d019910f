import { useCallback, useEffect, useRef, useState } from "react";
import { ApiFault, api, follow, type Job } from "../api/client.ts";

/** Work on a whole set as it is shown: none, how far it is, what it came to, or why not. */
export type Work<Result> =
  | { readonly kind: "none" }
  | { readonly kind: "working"; readonly job: Job | undefined }
  | { readonly kind: "done"; readonly result: Result }
  | { readonly kind: "failed"; readonly message: string };

export const hasEnded = ({ state }: Job): boolean => state !== "waiting" && state !== "running";

/** Begins work on a set, follows it, and fetches what it came to; beginning anew or `stop` cancels what has not ended. */
export function useJob<Result>(fetchResult: (id: string) => Promise<Result>) {
  const [work, setWork] = useState<Work<Result>>({ kind: "none" });
  const current = useRef<{ readonly controller: AbortController; id?: string } | undefined>(undefined);

  const stop = useCallback((cancels: boolean): void => {
    const { controller, id } = current.current ?? {};
    current.current = undefined;
    controller?.abort();
    // A job that has ended meanwhile cannot be cancelled, which is as well.
    if (cancels && id !== undefined) void api.cancel(id).catch(() => undefined);
  }, []);

  const begin = useCallback(
    async (start: () => Promise<Job>): Promise<void> => {
      stop(true);
      const own: { readonly controller: AbortController; id?: string } = { controller: new AbortController() };
      current.current = own;
      const { signal } = own.controller;
      const show = (next: Work<Result>): void => {
        if (!signal.aborted) setWork(next);
      };
      const fail = (error: unknown): void => {
        if (!(error instanceof ApiFault)) throw error;
        show({ kind: "failed", message: error.message });
      };
      show({ kind: "working", job: undefined });
      const ended = async (job: Job): Promise<void> => {
        delete own.id;
        if (job.state === "done") await fetchResult(job.id).then((result) => show({ kind: "done", result }), fail);
        else show(job.state === "failed" ? { kind: "failed", message: job.message ?? "this could not be done" } : { kind: "none" });
      };
      try {
        const job = await start();
        // Nobody wants it any more.
        if (signal.aborted) return void api.cancel(job.id).catch(() => undefined);
        own.id = job.id;
        follow(job.id, (now) => (hasEnded(now) ? void ended(now) : show({ kind: "working", job: now })), signal);
      } catch (error) {
        fail(error);
      }
    },
    [fetchResult, stop],
  );

  const cancel = useCallback((): void => {
    stop(true);
    setWork({ kind: "none" });
  }, [stop]);
  /** Whether nothing was begun here. */
  const isFree = useCallback((): boolean => current.current === undefined, []);
  return { work, begin, cancel, stop, isFree };
}

/** How far work is, in words. */
export function progressWords(job: Job | undefined): string {
  if (!job || job.state === "waiting") return "Waiting for a free place …";
  const { done, problems, at } = job.progress;
  const place = at ? ` At “${at.problem}”, line ${at.line}.` : "";
  return done < problems ? `Running and checking: ${done} of ${problems} problems are done.${place}` : "Setting the page …";
}

/** Leaves what was begun when the view goes away: cancelled, or going on without it. */
export function useLeaving(stop: (cancels: boolean) => void, cancels: boolean): void {
  useEffect(() => () => stop(cancels), [stop, cancels]);
}
