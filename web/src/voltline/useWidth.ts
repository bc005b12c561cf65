import { useLayoutEffect, useRef, useState } from "react";

/** Width of an element in pixels, kept true while the page is resized. */
export function useWidth(start: number) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(start);
  // Before anything is painted: a first picture at the wrong width would widen a phone's page.
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    if (element.clientWidth) setWidth(element.clientWidth);
    const observer = new ResizeObserver((entries) => {
      const measured = entries[0]?.contentRect.width;
      if (measured) setWidth(measured);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}
