import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "./Button";

/** Steps of the zoom, the whole picture first. */
const STEPS = [1, 1.5, 2, 3, 4, 6];

/** A large drawing that is read on a screen: nearer, farther, whole, and moved by a finger or the mouse. */
export function Zoomed({ label, children }: { label: string; children: ReactNode }) {
  const [step, setStep] = useState(0);
  const frame = useRef<HTMLDivElement>(null);
  const scale = STEPS[step] ?? 1;
  /** The same middle stays in the middle. */
  const zoom = (to: number) => {
    const at = frame.current;
    const next = Math.min(STEPS.length - 1, Math.max(0, to));
    const grows = (STEPS[next] ?? 1) / scale;
    const middle = at && {
      x: (at.scrollLeft + at.clientWidth / 2) * grows,
      y: (at.scrollTop + at.clientHeight / 2) * grows,
    };
    setStep(next);
    requestAnimationFrame(() => {
      if (at && middle) at.scrollTo(middle.x - at.clientWidth / 2, middle.y - at.clientHeight / 2);
    });
  };
  const near = useRef(zoom);
  near.current = zoom;
  const here = useRef(step);
  here.current = step;
  // A wheel with Ctrl zooms the drawing, not the page: that takes listeners that may refuse.
  useEffect(() => {
    const at = frame.current;
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey) return;
      e.preventDefault();
      near.current(here.current + (e.deltaY < 0 ? 1 : -1));
    };
    const drag = (e: PointerEvent) => {
      if (e.pointerType === "mouse" && e.buttons === 1) at?.scrollBy(-e.movementX, -e.movementY);
    };
    // The browser would carry the picture away as a file.
    const stay = (e: Event) => e.preventDefault();
    // Keys move what is larger than its frame, in browsers that do not let them by themselves.
    at?.setAttribute("tabindex", "0");
    at?.addEventListener("wheel", wheel, { passive: false });
    at?.addEventListener("pointermove", drag);
    at?.addEventListener("dragstart", stay);
    return () => {
      at?.removeEventListener("wheel", wheel);
      at?.removeEventListener("pointermove", drag);
      at?.removeEventListener("dragstart", stay);
    };
  }, []);
  return (
    <section aria-label={`${label}, drawing`}>
      <div className="no-print mb-1 flex justify-end gap-1">
        <Button aria-label="Zoom out" disabled={step === 0} onClick={() => zoom(step - 1)}>
          −
        </Button>
        <Button disabled={step === 0} onClick={() => zoom(0)}>
          Whole picture
        </Button>
        <Button
          aria-label="Zoom in"
          disabled={step === STEPS.length - 1}
          onClick={() => zoom(step + 1)}
        >
          +
        </Button>
      </div>
      <div
        ref={frame}
        className="max-h-[75vh] cursor-grab touch-pan-x touch-pan-y overflow-auto active:cursor-grabbing print:max-h-none"
      >
        <div style={{ width: `${scale * 100}%` }} className="print:!w-full">
          {children}
        </div>
      </div>
    </section>
  );
}
