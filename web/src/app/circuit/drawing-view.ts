/** What is shown of a drawing, and how hands move it: wheel, mouse, one finger, two. All in the drawing's own measure. */
import type { Place } from './circuit-graph';

export interface View extends Place {
  readonly width: number;
  readonly height: number;
}

/** No closer than this: a fuse and its two points fill the picture. */
const narrowest = 160;
/** Below so many pixels for one unit of the drawing, its words cannot be read. */
const readable = 0.62;

/** Larger below 1, smaller above it; `at` stays where it is on the screen. Never smaller than the whole. */
export function zoomed(view: View, whole: View, at: Place, by: number): View | null {
  const width = Math.max(narrowest, view.width * by);
  if (width >= whole.width) return null;
  const scale = width / view.width;
  return kept(
    {
      x: at.x - (at.x - view.x) * scale,
      y: at.y - (at.y - view.y) * scale,
      width,
      height: view.height * scale,
    },
    whole,
  );
}

export function moved(view: View, whole: View, by: Place): View {
  return kept({ ...view, x: view.x + by.x, y: view.y + by.y }, whole);
}

/** Some of the drawing stays in the picture: its middle never leaves the whole. */
function kept(view: View, whole: View): View {
  const within = (at: number, size: number, from: number, most: number) =>
    Math.min(from + most - size / 2, Math.max(from - size / 2, at));
  return {
    ...view,
    x: within(view.x, view.width, whole.x, whole.width),
    y: within(view.y, view.height, whole.y, whole.height),
  };
}

/**
 * How a drawing begins on a screen so wide: all of it where its words can be read, else as much as can be, about
 * the place that matters.
 */
export function beginning(whole: View, pixels: number, about: Place): View | null {
  if (pixels <= 0 || whole.width * readable <= pixels) return null;
  const scale = pixels / readable / whole.width;
  const [width, height] = [whole.width * scale, whole.height * scale];
  const side = (at: number, size: number, from: number, most: number) =>
    Math.max(from, Math.min(from + most - size, at - size / 2));
  return {
    x: side(about.x, width, whole.x, whole.width),
    y: side(about.y, height, whole.y, whole.height),
    width,
    height,
  };
}

/** Whether a spot is in the picture, with room around it. */
export const shows = (view: View, { x, y }: Place): boolean =>
  x >= view.x && x <= view.x + 0.9 * view.width && y >= view.y && y <= view.y + view.height;

/** A pointer on the screen: its number and where it is. */
export interface Touch {
  readonly pointerId: number;
  readonly clientX: number;
  readonly clientY: number;
}

/** What a pointer has moved: by how many pixels, and from two of them the ratio of their distances and their middle. */
export interface Gesture {
  readonly by: Place;
  readonly pinch: { readonly ratio: number; readonly middle: Place } | null;
}

/** A press that wanders less than this is a press. */
const stillPixels = 4;

/** The pointers that are down, and what each move of one of them means. */
export class Hands {
  private readonly down = new Map<number, Touch>();
  private began: Touch | null = null;

  press(touch: Touch): void {
    if (this.down.size === 0) this.began = touch;
    // A third finger changes nothing.
    if (this.down.size < 2) this.down.set(touch.pointerId, touch);
  }

  /** Null where the pointer is not down, or has hardly moved since it was pressed. */
  move(touch: Touch): Gesture | null {
    const before = this.down.get(touch.pointerId);
    if (!before) return null;
    const began = this.began;
    if (this.down.size === 1 && began && apart(began, touch) < stillPixels) return null;
    this.began = null;
    this.down.set(touch.pointerId, touch);
    const other = [...this.down.values()].find(({ pointerId }) => pointerId !== touch.pointerId);
    const by = { x: touch.clientX - before.clientX, y: touch.clientY - before.clientY };
    if (!other) return { by, pinch: null };
    const middle = {
      x: (touch.clientX + other.clientX) / 2,
      y: (touch.clientY + other.clientY) / 2,
    };
    return {
      by: { x: by.x / 2, y: by.y / 2 },
      pinch: { ratio: Math.max(1, apart(before, other)) / Math.max(1, apart(touch, other)), middle },
    };
  }

  lift({ pointerId }: { readonly pointerId: number }): void {
    this.down.delete(pointerId);
    this.began = null;
  }
}

const apart = (a: Touch, b: Touch): number => Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
