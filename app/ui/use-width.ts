import { useLayoutEffect, useState, type RefObject } from "react";

/**
 * Width of an element in pixels, followed as it changes.
 * @param initial until it is known, as on the server
 */
export function useWidth(box: RefObject<Element | null>, initial: number): number {
  const [width, setWidth] = useState(initial);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => {
      setWidth(Math.round(element.getBoundingClientRect().width) || initial);
    };
    measure();
    const sizes = new ResizeObserver(measure);
    sizes.observe(element);
    return () => {
      sizes.disconnect();
    };
  }, [box, initial]);
  return width;
}
