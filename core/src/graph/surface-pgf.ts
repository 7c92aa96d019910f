import type { SurfaceMesh } from "./scene.ts";
import type { Turn } from "./surface-svg.ts";

type Point = readonly [number, number, number];

/** Every second line of the net is enough on paper, and what TeX can hold. */
const EVERY = 2;

const short = (x: number): string => String(Number(x.toPrecision(5)));
const place = (point: Point): string => `(${point.map(short).join(",")})`;
const path = (points: readonly Point[], style: string): string => `\\addplot3[${style}] coordinates {${points.map(place).join(" ")}};`;

/** What the axes of a surface need besides those of the plane: from where it is looked at, and its heights. */
export function surfaceAxes({ zMin, zMax }: SurfaceMesh, { around, above }: Turn): readonly string[] {
  return [`view={${short(around)}}{${short(above)}}`, `zmin=${short(zMin)}, zmax=${short(zMax)}`, "zlabel={z}", "unbounded coords=jump"];
}

/** A surface for pgfplots: its level lines and rim on the floor, the net, its rim and its cuts. */
export function surfacePgf(mesh: SurfaceMesh, colour: string, cutColour: string): readonly string[] {
  const { points, zMin, rim, contours, cuts = [] } = mesh;
  const rows = every(points);
  const net = rows.flatMap((row) => every(row).map((point) => (point && Number.isFinite(point[2]) ? place(point) : "(nan,nan,nan)")));
  const onFloor = (line: readonly (readonly number[])[]): readonly Point[] => line.map(([x = 0, y = 0]) => [x, y, zMin]);
  const see = cuts.length > 0 ? ", opacity=0.6" : "";
  const net3 = `\\addplot3[surf, z buffer=sort, mesh/rows=${rows.length}, shader=faceted, colormap={nail}{color=(${colour}!8) color=(${colour}!42)}, faceted color=${colour}${see}]`;
  return [
    ...contours.flat().map((line) => path(onFloor(line), "gray, thin")),
    ...rim.map((line) => path(onFloor(line), "black, dashed")),
    `${net3} coordinates {${net.join(" ")}};`,
    ...rim.map((line) => path(line, "black, thick")),
    ...cuts.flatMap(({ points: cut, filled }) => [
      path([...cut, ...onFloor([...cut].reverse())], `draw=none, fill=${cutColour}, fill opacity=${filled ? 0.5 : 0.14}`),
      path(cut, `${cutColour}, very thick`),
    ]),
  ];
}

function every<T>(all: readonly T[]): readonly T[] {
  return all.filter((_, k) => k % EVERY === 0 || k === all.length - 1);
}
