import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from "recharts";

/** To how many digits the two sides agree at each solution: worth a look where there are many. */
export function DifferenceChart({ digits }: { readonly digits: readonly number[] }) {
  const data = digits.map((value, index) => ({ solution: index + 1, digits: value }));
  return (
    <figure className="mt-2" aria-label={`Digits to which both sides agree at each of ${digits.length} solutions`}>
      <ResponsiveContainer width="100%" height={110}>
        <BarChart data={data} margin={{ top: 4, right: 4, bottom: 0, left: -26 }}>
          <XAxis dataKey="solution" tick={{ fontSize: 11 }} />
          <YAxis domain={[0, "dataMax"]} tick={{ fontSize: 11 }} />
          <Bar dataKey="digits" fill="#4A6572" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
      <figcaption className="text-[13px] text-steel">Digits to which both sides agree, solution by solution</figcaption>
    </figure>
  );
}
