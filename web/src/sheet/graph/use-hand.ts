import type { Picture } from "@nail-down/core/graph/picture";
import type { Position, Window } from "@nail-down/core/graph/scene";
import type { Turn } from "@nail-down/core/graph/surface-svg";
import { planeSize } from "@nail-down/core/graph/svg";
import type { Size } from "@nail-down/core/graph/svg-elements";
import { placer } from "@nail-down/core/graph/svg-place";
import { useGesture } from "@use-gesture/react";
import type { RefObject } from "react";
import { moved, tilted, ZOOM, zoomed } from "./turning.ts";

const DEGREES_PER_PIXEL = 0.5;

interface Hand {
  readonly frame: RefObject<HTMLDivElement | null>;
  readonly picture: Picture;
  readonly size: Size;
  readonly isSurface: boolean;
  readonly look: (next: (window: Window) => Window) => void;
  readonly turn: (next: (turn: Turn) => Turn) => void;
  /** Takes a label along while it is dragged, and leaves it where it is let go. */
  readonly label: (number: number, at: Position, isLeft: boolean) => void;
  /** The pointer goes over the drawing without holding it; undefined when it leaves. */
  readonly point: (at: Position | undefined) => void;
}

/** What the pointer does with a drawing: it moves and zooms the plane, turns a surface, and drags labels. */
export function useHand({ frame, picture, size, isSurface, look, turn, label, point }: Hand): void {
  /** Where something on the screen is, as shares of the drawing's width and height. */
  const shareOf = ([x, y]: readonly [number, number]): readonly [number, number] => {
    const { left = 0, top = 0, width = 1, height = 1 } = frame.current?.getBoundingClientRect() ?? {};
    return [(x - left) / width, (y - top) / height];
  };
  const placeOf = (xy: readonly [number, number]): Position => {
    const [right, down] = shareOf(xy);
    return [right * size.width, down * size.height];
  };
  useGesture(
    {
      onDrag: ({ xy, delta: [right, down], first, last, pinching, cancel, event, memo }) => {
        if (pinching) {
          cancel();
          return memo;
        }
        const mark: number | undefined = first ? markUnder(event.target) : memo;
        const [width, height] = [frame.current?.clientWidth ?? 1, frame.current?.clientHeight ?? 1];
        if (mark !== undefined) label(mark, valueAt(placeOf(xy), picture, size), last);
        else if (isSurface) turn((before) => ({ ...tilted(before, right * DEGREES_PER_PIXEL, down * DEGREES_PER_PIXEL), moving: !last }));
        else look((before) => moved(before, -right / width, down / height));
        return mark;
      },
      onPinch: ({ origin, delta: [scale], offset: [whole] }) => {
        if (!isSurface && scale !== 0) look((before) => zoomed(before, (whole - scale) / whole, shareOf(origin)));
      },
      onWheel: ({ event }) => {
        if (isSurface) return;
        event.preventDefault();
        if (event.deltaY !== 0) look((before) => zoomed(before, event.deltaY > 0 ? ZOOM : 1 / ZOOM, shareOf([event.clientX, event.clientY])));
      },
      onMove: ({ xy, dragging }) => point(dragging || isSurface ? undefined : placeOf(xy)),
      onHover: ({ hovering }) => {
        if (!hovering) point(undefined);
      },
    },
    { target: frame, eventOptions: { passive: false }, drag: { pointer: { capture: true } } },
  );
}

function markUnder(target: EventTarget | null): number | undefined {
  const mark = target instanceof Element ? target.getAttribute("data-mark") : null;
  return mark === null ? undefined : Number(mark);
}

/** The point of the plane at a place of the drawing. */
function valueAt([left, top]: Position, picture: Picture, size: Size): Position {
  const { xMin, xMax, yMin, yMax } = picture.window;
  const place = placer(picture.window, planeSize(picture, size));
  const [[x0, y0], [x1, y1]] = [place([xMin, yMin]), place([xMax, yMax])];
  return [xMin + ((left - x0) / (x1 - x0)) * (xMax - xMin), yMin + ((top - y0) / (y1 - y0)) * (yMax - yMin)];
}
