import type { CheckReport } from "@nail-down/core/instruction/line-report";
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";

type Side = NonNullable<CheckReport["approach"]>[number];

const STROKES: Readonly<Record<Side["side"], string>> = { left: "#4A6572", right: "#8C3B2E", "far out": "#4A6572" };
const DASHES: Readonly<Record<Side["side"], string>> = { left: "0", right: "5 3", "far out": "0" };

/** How the distance of a function from its limit falls as the place comes nearer, in powers of ten. */
export function ApproachChart({ sides }: { readonly sides: readonly Side[] }) {
  const shown = sides.filter(({ points }) => points.length > 1);
  if (shown.length === 0) return null;
  const isFar = shown.some(({ side }) => side === "far out");
  const nearness = [...new Set(shown.flatMap(({ points }) => points.map((point) => point.nearness)))].sort((a, b) => a - b);
  const data = nearness.map((own) => ({
    nearness: own,
    ...Object.fromEntries(
      shown.flatMap(({ side, points }) => points.filter((point) => point.nearness === own).map((point) => [side, Math.log10(point.distance)] as const)),
    ),
  }));
  return (
    <figure className="my-2" aria-label="How the distance of the function from its limit falls">
      <ResponsiveContainer width="100%" height={130}>
        <LineChart data={data} margin={{ top: 6, right: 10, bottom: 0, left: -8 }}>
          <XAxis
            dataKey="nearness"
            type="number"
            domain={["dataMin", "dataMax"]}
            ticks={nearness}
            tickFormatter={powerOfTen(isFar ? 1 : -1)}
            tick={{ fontSize: 11 }}
          />
          <YAxis tickFormatter={powerOfTen(1)} tick={{ fontSize: 11 }} width={52} allowDecimals={false} />
          {shown.map(({ side }) => (
            <Line
              key={side}
              dataKey={side}
              stroke={STROKES[side]}
              strokeDasharray={DASHES[side]}
              strokeWidth={1.6}
              dot={{ r: 2.5 }}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="text-[13px] text-steel">
        {shown[0]?.of === "reciprocal" ? "One over the size of the function" : "Distance from the limit"}{" "}
        {isFar ? "at powers of ten" : "at ever smaller distances from the place"}
        {shown.length > 1 ? ": from the left full, from the right dashed" : ""}
      </figcaption>
    </figure>
  );
}

const powerOfTen =
  (sign: 1 | -1) =>
  (exponent: number): string =>
    `10${superscript(sign * exponent)}`;

const RAISED = ["⁰", "¹", "²", "³", "⁴", "⁵", "⁶", "⁷", "⁸", "⁹"] as const;

function superscript(n: number): string {
  const digits = [...String(Math.abs(Math.round(n)))].map((digit) => RAISED[Number(digit)] ?? digit).join("");
  return n < 0 ? `⁻${digits}` : digits;
}
