import { beginning, Hands, moved, shows, type View, zoomed } from './drawing-view';

const whole: View = { x: 0, y: 0, width: 1000, height: 500 };
const finger = (pointerId: number, clientX: number, clientY: number) => ({ pointerId, clientX, clientY });

describe('the view of a drawing', () => {
  it('keeps the spot under the pointer where it is while it grows', () => {
    const view = zoomed(whole, whole, { x: 250, y: 100 }, 0.5)!;
    expect(view).toEqual({ x: 125, y: 50, width: 500, height: 250 });
    expect((250 - view.x) / view.width).toBe(0.25);
    expect(zoomed(view, whole, { x: 0, y: 0 }, 1e-9)!.width).toBe(160);
  });

  it('is all of it again rather than more than all', () => {
    expect(zoomed({ x: 100, y: 0, width: 900, height: 450 }, whole, { x: 0, y: 0 }, 1.25)).toBeNull();
  });

  it('never loses the drawing, however far it is moved', () => {
    const view = zoomed(whole, whole, { x: 500, y: 250 }, 0.4)!;
    for (const by of [
      { x: 1e6, y: 0 },
      { x: -1e6, y: 1e6 },
    ]) {
      const { x, y, width, height } = moved(view, whole, by);
      expect(x + width / 2).toBeGreaterThanOrEqual(0);
      expect(x + width / 2).toBeLessThanOrEqual(1000);
      expect(y + height / 2).toBeLessThanOrEqual(500);
    }
  });

  it('begins with all of a small circuit, and of a large one with as much as can be read about what matters', () => {
    expect(beginning(whole, 700, { x: 0, y: 0 })).toBeNull();
    const wide: View = { x: 0, y: 0, width: 6200, height: 3100 };
    const view = beginning(wide, 620, { x: 3000, y: 900 })!;
    expect([view.x, view.y, view.width, view.height].map(Math.round)).toEqual([2500, 650, 1000, 500]);
    expect(shows(view, { x: 3000, y: 900 })).toBeTrue();
    // At the edge nothing beyond the drawing is shown.
    expect(beginning(wide, 620, { x: 6190, y: 10 })).toEqual({ x: 5200, y: 0, width: 1000, height: 500 });
    expect(shows(view, { x: 6190, y: 10 })).toBeFalse();
  });
});

describe('hands on a drawing', () => {
  it('move it with one pointer, once that has left its place', () => {
    const hands = new Hands();
    expect(hands.move(finger(1, 10, 10))).toBeNull();
    hands.press(finger(1, 10, 10));
    expect(hands.move(finger(1, 12, 11))).toBeNull();
    expect(hands.move(finger(1, 20, 10))).toEqual({ by: { x: 10, y: 0 }, pinch: null });
    expect(hands.move(finger(1, 21, 10))).toEqual({ by: { x: 1, y: 0 }, pinch: null });
    hands.lift(finger(1, 0, 0));
    expect(hands.move(finger(1, 50, 50))).toBeNull();
  });

  it('pinch it with two: half as far apart shows twice as much, about their middle', () => {
    const hands = new Hands();
    hands.press(finger(1, 100, 100));
    hands.press(finger(2, 300, 100));
    hands.press(finger(3, 0, 0));
    expect(hands.move(finger(2, 200, 100))).toEqual({
      by: { x: -50, y: 0 },
      pinch: { ratio: 2, middle: { x: 150, y: 100 } },
    });
    expect(hands.move(finger(3, 500, 500))).toBeNull();
    hands.lift(finger(1, 0, 0));
    expect(hands.move(finger(2, 210, 100))!.pinch).toBeNull();
  });
});
