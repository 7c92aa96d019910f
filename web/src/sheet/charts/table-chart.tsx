import { INK, RULE, STROKES } from "@nail-down/core/graph/svg-elements";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";

interface TableChartProps {
  readonly columns: readonly string[];
  /** The decimals of each row, by the places of the columns: c0, c1, … */
  readonly numbers: readonly Readonly<Record<string, number | null>>[];
}

/** The columns of a table over the first of them. */
export function TableChart({ columns, numbers }: TableChartProps) {
  return (
    <figure className="min-w-40 flex-1" aria-label={`chart of ${columns.slice(1).join(" and ")}`}>
      <ResponsiveContainer width="100%" height={180}>
        <LineChart data={[...numbers]} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
          <CartesianGrid stroke={RULE} />
          <XAxis dataKey="c0" type="number" domain={["dataMin", "dataMax"]} tick={{ fontSize: 11 }} />
          <YAxis tick={{ fontSize: 11 }} />
          {columns.slice(1).map((column, k) => (
            <Line
              key={column}
              dataKey={`c${k + 1}`}
              name={column}
              stroke={STROKES[k % STROKES.length]?.colour ?? INK}
              strokeDasharray={STROKES[k % STROKES.length]?.dash ?? ""}
              strokeWidth={2}
              dot={{ r: 2.5 }}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      {columns.length > 2 && (
        <figcaption className="flex flex-wrap gap-4 font-sans text-[12px] text-steel">
          {columns.slice(1).map((column, k) => (
            <span key={column}>
              <svg width="22" height="8" aria-hidden="true">
                <line
                  x1="0"
                  y1="4"
                  x2="22"
                  y2="4"
                  strokeWidth="2"
                  stroke={STROKES[k % STROKES.length]?.colour}
                  strokeDasharray={STROKES[k % STROKES.length]?.dash}
                />
              </svg>{" "}
              {column}
            </span>
          ))}
        </figcaption>
      )}
    </figure>
  );
}
