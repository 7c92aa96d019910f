import type { Picture } from "@nail-down/core/graph/picture";
import type { Position, Window } from "@nail-down/core/graph/scene";
import { DEFAULT_TURN } from "@nail-down/core/graph/surface-svg";
import { drawSvg, placer } from "@nail-down/core/graph/svg";
import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import { engine, Stopped } from "../compute/engine.ts";

/** The graph's own units on the bench, near the pixels it gets there, so that its letters keep their size. */
const BENCH_SIZE = { width: 440, height: 290 };
/** How long the hand must rest before the curves are sampled anew. */
const REST = 120;
const ZOOM = 1.25;
const STEP = 0.15;
const DEGREES_PER_PIXEL = 0.5;

/** A window around a point, a given number of times as wide; the point keeps its place. */
function zoomed({ xMin, xMax, yMin, yMax }: Window, factor: number, [shareX, shareY]: readonly [number, number]): Window {
  const [x, y] = [xMin + shareX * (xMax - xMin), yMax - shareY * (yMax - yMin)];
  return { xMin: x + (xMin - x) * factor, xMax: x + (xMax - x) * factor, yMin: y + (yMin - y) * factor, yMax: y + (yMax - y) * factor };
}

function moved({ xMin, xMax, yMin, yMax }: Window, right: number, up: number): Window {
  const [x, y] = [right * (xMax - xMin), up * (yMax - yMin)];
  return { xMin: xMin + x, xMax: xMax + x, yMin: yMin + y, yMax: yMax + y };
}

/** How near the pointer must come to a curve, in the drawing's units, for its values to be read. */
const NEAR = 12;
const READ_FIGURES = 4;

/** The drawn point next to a place in the drawing; undefined where no curve is near. */
function nearestPoint({ curves, window }: Picture, [left, top]: Position): { readonly at: Position; readonly place: Position } | undefined {
  const place = placer(window, BENCH_SIZE);
  let best: { readonly at: Position; readonly place: Position } | undefined;
  let least = NEAR;
  for (const at of curves.flatMap(({ pieces }) => pieces).flat()) {
    const own = place(at);
    const distance = Math.hypot(own[0] - left, own[1] - top);
    if (distance < least) [best, least] = [{ at, place: own }, distance];
  }
  return best;
}

const read = (value: number): string => String(Number(value.toPrecision(READ_FIGURES))).replace("-", "−");

/** Where a graph stands: its working and the number of its line. */
export interface GraphPlace {
  readonly working: readonly string[];
  readonly number: number;
}

/**
 * A graph under the hand: it moves with the pointer, zooms with the wheel, the keys and the buttons, and a surface turns. What is
 * known is drawn at once; fresh samples come from the worker when the hand rests.
 */
export function GraphView({
  drawn,
  place,
  write,
}: {
  readonly drawn: Picture;
  readonly place: GraphPlace;
  /** Puts an instruction into the writing line. */
  readonly write: (instruction: string) => void;
}) {
  const [picture, setPicture] = useState(drawn);
  const [turn, setTurn] = useState(DEFAULT_TURN);
  const [bracket, setBracket] = useState<Bracket>();
  const [reading, setReading] = useState<ReturnType<typeof nearestPoint>>();
  const frame = useRef<HTMLDivElement>(null);
  const grip = useRef<{ readonly x: number; readonly y: number } | undefined>(undefined);
  const isSurface = drawn.curves.some((curve) => curve.mesh !== undefined);
  const { window } = picture;
  const { working, number } = place;
  const changed = window !== drawn.window;

  useEffect(() => {
    if (!changed) return;
    let wanted = true;
    const timer = setTimeout(() => {
      engine
        .draw(working.slice(0, number), window)
        .then((fresh) => {
          if (wanted && fresh) setPicture({ ...fresh, window });
        })
        .catch((failure: unknown) => {
          if (!(failure instanceof Stopped)) throw failure;
        });
    }, REST);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [changed, working, number, window]);

  const look = useCallback((next: (window: Window) => Window): void => setPicture((before) => ({ ...before, window: next(before.window) })), []);

  // React listens to the wheel passively, so that the page would scroll as well.
  useEffect(() => {
    const own = frame.current;
    if (!own || isSurface) return;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const { left, top, width, height } = own.getBoundingClientRect();
      look((before) => zoomed(before, event.deltaY > 0 ? ZOOM : 1 / ZOOM, [(event.clientX - left) / width, (event.clientY - top) / height]));
    };
    own.addEventListener("wheel", onWheel, { passive: false });
    return () => own.removeEventListener("wheel", onWheel);
  }, [isSurface, look]);

  const point = (event: PointerEvent<HTMLDivElement>): void => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const place = [((event.clientX - left) / width) * BENCH_SIZE.width, ((event.clientY - top) / height) * BENCH_SIZE.height] as const;
    setReading(isSurface ? undefined : nearestPoint(picture, place));
  };
  const drag = (event: PointerEvent<HTMLDivElement>): void => {
    if (!grip.current || !frame.current) {
      point(event);
      return;
    }
    setReading(undefined);
    const [right, down] = [event.clientX - grip.current.x, event.clientY - grip.current.y];
    grip.current = { x: event.clientX, y: event.clientY };
    if (isSurface) {
      setTurn(({ around, above }) => ({ around: around + right * DEGREES_PER_PIXEL, above: Math.min(80, Math.max(5, above + down * DEGREES_PER_PIXEL)) }));
      return;
    }
    const { width, height } = frame.current.getBoundingClientRect();
    look((before) => moved(before, -right / width, down / height));
  };
  const press = (event: KeyboardEvent<HTMLDivElement>): void => {
    const action = isSurface ? turnKeys(event.key) : undefined;
    if (action) setTurn(action);
    else if (!isSurface && event.key in KEYS) look((before) => KEYS[event.key]?.(before) ?? before);
    else return;
    event.preventDefault();
  };
  const formulas = drawn.curves.flatMap(({ formula }) => (formula === undefined ? [] : [formula]));
  const toggle = (): void => {
    const third = (window.xMax - window.xMin) / 3;
    setBracket(bracket ? undefined : [window.xMin + third, window.xMax - third]);
  };
  const reset = (): void => {
    setBracket(undefined);
    setPicture(drawn);
    setTurn(DEFAULT_TURN);
  };
  const middle = [0.5, 0.5] as const;
  return (
    <div className="group/graph relative my-1 border border-rule">
      <div
        ref={frame}
        role="application"
        aria-label={isSurface ? "surface: drag or use the arrow keys to turn it" : "graph: drag or use the arrow keys to move it, wheel or + and − to zoom"}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved from the keyboard too
        tabIndex={0}
        className="cursor-grab touch-none select-none active:cursor-grabbing [&_svg]:h-auto [&_svg]:w-full"
        onPointerDown={(event) => {
          grip.current = { x: event.clientX, y: event.clientY };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={drag}
        onPointerUp={() => {
          grip.current = undefined;
        }}
        onPointerLeave={() => setReading(undefined)}
        onKeyDown={press}
        dangerouslySetInnerHTML={{ __html: drawSvg(picture, BENCH_SIZE, turn) }}
      />
      {bracket && <BracketHandles bracket={bracket} window={window} change={setBracket} />}
      {reading && (
        <output
          className="pointer-events-none absolute -translate-x-1/2 -translate-y-[150%] whitespace-nowrap rounded border border-rule bg-paper px-1.5 text-[13px]"
          style={{ left: `${(100 * reading.place[0]) / BENCH_SIZE.width}%`, top: `${(100 * reading.place[1]) / BENCH_SIZE.height}%` }}
        >
          ≈ ({read(reading.at[0])}, {read(reading.at[1])})
        </output>
      )}
      {reading && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute h-2 w-2 -translate-x-1/2 -translate-y-1/2 rounded-full bg-copper"
          style={{ left: `${(100 * reading.place[0]) / BENCH_SIZE.width}%`, top: `${(100 * reading.place[1]) / BENCH_SIZE.height}%` }}
        />
      )}
      {bracket && <Questions bracket={bracket} formulas={formulas} variable={drawn.xLabel} ask={write} />}
      <div className="absolute right-1 bottom-1 flex gap-1 font-sans text-[13px] text-steel opacity-0 group-focus-within/graph:opacity-100 group-hover/graph:opacity-100">
        {!isSurface && (
          <>
            <GraphButton label="closer" sign="+" act={() => look((before) => zoomed(before, 1 / ZOOM, middle))} />
            <GraphButton label="farther" sign="−" act={() => look((before) => zoomed(before, ZOOM, middle))} />
          </>
        )}
        {formulas.length > 0 && <GraphButton label="bracket a piece" sign="[ ]" act={toggle} />}
        <GraphButton label="as it was" sign="⟲" act={reset} />
        <GraphButton label="save as SVG" sign="↓" act={() => saveSvg(drawSvg(picture, undefined, turn))} />
      </div>
    </div>
  );
}

/** A piece of the horizontal axis between two handles. */
type Bracket = readonly [number, number];

function BracketHandles({ bracket, window, change }: { readonly bracket: Bracket; readonly window: Window; readonly change: (next: Bracket) => void }) {
  const place = placer(window, BENCH_SIZE);
  const share = (x: number): number => (100 * place([x, 0])[0]) / BENCH_SIZE.width;
  const moveTo = (end: 0 | 1, x: number): void => {
    const inside = Math.min(Math.max(x, window.xMin), window.xMax);
    change(end === 0 ? [Math.min(inside, bracket[1]), bracket[1]] : [bracket[0], Math.max(inside, bracket[0])]);
  };
  const step = (window.xMax - window.xMin) / 50;
  return (
    <>
      <div
        aria-hidden="true"
        className="pointer-events-none absolute inset-y-0 bg-copper/8"
        style={{ left: `${share(bracket[0])}%`, right: `${100 - share(bracket[1])}%` }}
      />
      {([0, 1] as const).map((end) => (
        <div
          key={end}
          role="slider"
          tabIndex={0}
          aria-label={end === 0 ? "where the piece begins" : "where the piece ends"}
          aria-valuemin={window.xMin}
          aria-valuemax={window.xMax}
          aria-valuenow={bracket[end]}
          className="absolute inset-y-0 w-3 -translate-x-1/2 cursor-ew-resize touch-none border-x-4 border-transparent bg-copper bg-clip-padding"
          style={{ left: `${share(bracket[end])}%` }}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            const frame = event.currentTarget.parentElement?.getBoundingClientRect();
            if (!frame || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
            const left = ((event.clientX - frame.left) / frame.width) * BENCH_SIZE.width;
            const [from, to] = [place([window.xMin, 0])[0], place([window.xMax, 0])[0]];
            moveTo(end, window.xMin + ((left - from) / (to - from)) * (window.xMax - window.xMin));
          }}
          onKeyDown={(event) => {
            if (event.key === "ArrowLeft") moveTo(end, bracket[end] - step);
            else if (event.key === "ArrowRight") moveTo(end, bracket[end] + step);
          }}
        />
      ))}
    </>
  );
}

const END_FIGURES = 3;

/** What can be asked of a piece of the curves: each question is a line for the working. */
function Questions({
  bracket,
  formulas,
  variable,
  ask,
}: {
  readonly bracket: Bracket;
  readonly formulas: readonly string[];
  readonly variable: string;
  readonly ask: (instruction: string) => void;
}) {
  const [from, to] = bracket.map((x) => String(Number(x.toPrecision(END_FIGURES))));
  const piece = `in [${from}, ${to}]`;
  const [first = "0", second] = formulas;
  const questions: readonly (readonly [string, string])[] = [
    ["zeros", `solve ${first} = 0 for ${variable} ${piece}`],
    ["highest", `maximise ${first} over ${variable} ${piece}`],
    ["lowest", `minimise ${first} over ${variable} ${piece}`],
    ...(second === undefined ? [] : [["meeting points", `solve ${first} = ${second} for ${variable} ${piece}`] as const]),
  ];
  return (
    <div className="absolute bottom-1 left-1 flex gap-2 rounded border border-rule bg-paper px-2 font-sans text-[13px] text-steel">
      {questions.map(([label, instruction]) => (
        <button key={label} type="button" className="underline decoration-dotted underline-offset-4 hover:text-copper" onClick={() => ask(instruction)}>
          {label}
        </button>
      ))}
    </div>
  );
}

/** Hands the drawing to the reader as a file. */
function saveSvg(svg: string): void {
  const address = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }));
  const link = document.createElement("a");
  link.href = address;
  link.download = "graph.svg";
  link.click();
  URL.revokeObjectURL(address);
}

function GraphButton({ label, sign, act }: { readonly label: string; readonly sign: string; readonly act: () => void }) {
  return (
    <button type="button" aria-label={label} title={label} onClick={act} className="h-6 w-6 rounded border border-rule bg-paper hover:text-copper">
      {sign}
    </button>
  );
}

const KEYS: Readonly<Record<string, (window: Window) => Window>> = {
  ArrowLeft: (window) => moved(window, -STEP, 0),
  ArrowRight: (window) => moved(window, STEP, 0),
  ArrowUp: (window) => moved(window, 0, STEP),
  ArrowDown: (window) => moved(window, 0, -STEP),
  "+": (window) => zoomed(window, 1 / ZOOM, [0.5, 0.5]),
  "-": (window) => zoomed(window, ZOOM, [0.5, 0.5]),
};

type Turning = (turn: typeof DEFAULT_TURN) => typeof DEFAULT_TURN;

function turnKeys(key: string): Turning | undefined {
  const by = 8;
  switch (key) {
    case "ArrowLeft":
      return ({ around, above }) => ({ around: around - by, above });
    case "ArrowRight":
      return ({ around, above }) => ({ around: around + by, above });
    case "ArrowUp":
      return ({ around, above }) => ({ around, above: Math.min(80, above + by) });
    case "ArrowDown":
      return ({ around, above }) => ({ around, above: Math.max(5, above - by) });
    default:
      return undefined;
  }
}
