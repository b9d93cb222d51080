import { type ReactNode, useEffect, useRef } from 'react';

/** What has just been opened comes into view, wherever its panel is scrolled to. */
export function Revealed({ children }: { children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // It gives a promise in some browsers, which is nothing to clean up with.
    void box.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return <div ref={box}>{children}</div>;
}
