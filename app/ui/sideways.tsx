/** Something wide, such as a table: where the window is narrower it moves sideways, by keys too, and says what it is. */
import { useEffect, useRef, useState, type ReactNode } from "react";

export function Sideways({ label, className = "", children }: { label: string; className?: string; children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  const [moves, setMoves] = useState(false);
  useEffect(() => {
    const box = ref.current!;
    const look = (): void => setMoves(box.scrollWidth > box.clientWidth);
    const watch = new ResizeObserver(look);
    watch.observe(box);
    for (const inside of box.children) watch.observe(inside);
    return () => watch.disconnect();
  }, []);
  return (
    <div
      ref={ref}
      className={`overflow-x-auto ${className}`}
      {...(moves && { tabIndex: 0, role: "group", "aria-label": `${label}, scrolls sideways` })}
    >
      {children}
    </div>
  );
}
