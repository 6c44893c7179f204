import { describe, expect, it, vi } from "vitest";

import { sliderProps } from "./slider";

const press = (key: string, more: Partial<{ shiftKey: boolean }> = {}, mirrored = false) => {
  const onStep = vi.fn();
  const onKey = vi.fn();
  const slider = sliderProps({
    label: "Guide 3",
    now: 40,
    min: 0,
    max: 100,
    step: 2,
    mirrored,
    onStep,
    onKey,
  });
  const event = { key, shiftKey: false, preventDefault: vi.fn(), ...more };
  slider.onKeyDown(event as never);
  return { by: onStep.mock.calls[0]?.[0] as number | undefined, event, onKey };
};

describe("a slider", () => {
  it("steps by arrows, ten at once with shift and by Page Up and Down", () => {
    expect(press("ArrowRight").by).toBe(2);
    expect(press("ArrowDown").by).toBe(-2);
    expect(press("ArrowLeft", { shiftKey: true }).by).toBe(-20);
    expect(press("PageUp").by).toBe(20);
    expect(press("PageDown").by).toBe(-20);
  });
  it("goes to either end by Home and End", () => {
    expect(press("Home").by).toBe(-40);
    expect(press("End").by).toBe(60);
  });
  it("turns left and right round on a mirrored mat, and leaves up and down", () => {
    expect(press("ArrowLeft", {}, true).by).toBe(2);
    expect(press("ArrowUp", {}, true).by).toBe(2);
  });
  it("hands any other key on and leaves it to the page", () => {
    const other = press("Delete");
    expect(other.by).toBeUndefined();
    expect(other.onKey).toHaveBeenCalled();
    expect(other.event.preventDefault).not.toHaveBeenCalled();
  });
});
