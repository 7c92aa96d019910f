import type { Picture } from "@nail-down/core/graph/picture";
import type { Size } from "@nail-down/core/graph/svg-elements";
import type { CurvePoint } from "./curve-point.ts";

const FIGURES = 4;
const read = (value: number): string => String(Number(value.toPrecision(FIGURES))).replace("-", "−");

/** The values at a point of a curve, beside it. */
export function ReadValues({
  point: { at, place },
  size,
  unitSizes = { x: 1, y: 1 },
}: {
  readonly point: CurvePoint;
  readonly size: Size;
  readonly unitSizes?: Picture["unitSizes"];
}) {
  const [left, top] = [`${(100 * place[0]) / size.width}%`, `${(100 * place[1]) / size.height}%`];
  return (
    <>
      <output
        className="pointer-events-none absolute -translate-x-1/2 -translate-y-[150%] whitespace-nowrap rounded border border-rule bg-paper px-1.5 text-[13px]"
        style={{ left, top }}
      >
        ≈ ({read(at[0] / unitSizes.x)}, {read(at[1] / unitSizes.y)})
      </output>
      <span
        aria-hidden="true"
        className="pointer-events-none absolute h-2 w-2 -translate-x-1/2 -translate-y-1/2 rounded-full bg-copper"
        style={{ left, top }}
      />
    </>
  );
}
