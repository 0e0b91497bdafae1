import { useLayoutEffect, useRef, useState } from "react";

/** Width of an element in CSS pixels, followed as it changes. Drawings are laid out in real pixels, so that text keeps its size. */
export function useWidth<E extends HTMLElement>(): [React.RefObject<E | null>, number] {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    // What is drawn in it must not hold it open: a window that narrows, a tablet that is turned.
    element.style.contain = "inline-size";
    setWidth(element.clientWidth);
    const observer = new ResizeObserver(([entry]) => setWidth(Math.round(entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
