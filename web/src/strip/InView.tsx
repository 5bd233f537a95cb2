import { startTransition, useEffect, useRef, useState } from "react";

/** What is this near to the window is made already, px. */
const Margin = 60;

/** Makes what it holds only while it is in the window or near it: a rig has more rows than a strip shows. */
export function InView({ minHeight, children }: { minHeight: number; children: React.ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (place.current === null) return;
    const watcher = new IntersectionObserver(
      ([seen]) => startTransition(() => setNear(seen?.isIntersecting ?? false)),
      {
        rootMargin: `${Margin}px 0px`,
      },
    );
    watcher.observe(place.current);
    return () => watcher.disconnect();
  }, []);
  return (
    <div ref={place} style={{ flex: 1, minWidth: 0, position: "relative", overflow: "hidden", minHeight }}>
      {near && children}
    </div>
  );
}
