import { useEffect, useRef, useState } from "react";

/** Width of an element in pixels, kept true while the page is resized. */
export function useWidth(start: number) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(start);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver((entries) => {
      const measured = entries[0]?.contentRect.width;
      if (measured) setWidth(measured);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}
