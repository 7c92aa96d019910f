import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Window } from "@nail-down/core/graph/scene";
import type { FaultReport, LineReport } from "@nail-down/core/instruction/line-report";
import type { PartRewrite } from "@nail-down/core/instruction/part-rewrites";
import type { Settings } from "@nail-down/core/instruction/settings";
import type { Line } from "@nail-down/core/notation/inline";

/**
 * What the page asks of the worker: to run a working, to read one line at its place without running it, to draw the last line, or to try
 * a sentence that rewrites a part of a line.
 */
export type Request =
  | { readonly kind: "rewrite"; readonly id: number; readonly lines: readonly string[]; readonly line: number; readonly sentence: string }
  | { readonly kind: "draw"; readonly id: number; readonly lines: readonly string[]; readonly window?: Window }
  | { readonly kind: "run"; readonly id: number; readonly lines: readonly string[]; readonly settings: Settings }
  | { readonly kind: "read"; readonly id: number; readonly before: readonly string[]; readonly source: string };

export interface Preview {
  readonly sentence: Line;
  readonly error?: FaultReport;
  /** How something is read that could be meant otherwise. */
  readonly notes: readonly string[];
  /** Declared names and functions, for completion. */
  readonly names: readonly string[];
}

export type Reply =
  | { readonly kind: "rewrite"; readonly id: number; readonly rewrite: PartRewrite | undefined }
  | { readonly kind: "draw"; readonly id: number; readonly picture: Picture | undefined; readonly figure: FigurePicture | undefined }
  | { readonly kind: "run"; readonly id: number; readonly reports: readonly LineReport[] }
  | { readonly kind: "read"; readonly id: number; readonly preview: Preview }
  | { readonly kind: "failed"; readonly id: number; readonly message: string };
