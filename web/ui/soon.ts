import { type ComponentType, createElement, type ReactNode, useEffect, useState } from 'react';

/**
 * A part of a page that is fetched when it is first shown. Until it is there, and where it cannot be had without a connection, its
 * place is empty and nothing else breaks; the next time it is asked for anew.
 */
export function soon<P extends object>(load: () => Promise<{ default: ComponentType<P> }>, before: ReactNode = null) {
  let known: ComponentType<P> | null = null;
  const fetched = () =>
    load().then((one) => {
      known = one.default;
    });
  // biome-ignore lint/correctness/noComponentHookFactories: made once, beside the imports of a file, as by React's own lazy
  function Soon(props: P) {
    const [, setThere] = useState(known !== null);
    useEffect(() => {
      let gone = false;
      const shown = () => gone || setThere(true);
      // It may have come since it was drawn, as another place asked for it too.
      if (known) shown();
      else fetched().then(shown, () => {});
      return () => {
        gone = true;
      };
    }, []);
    return known ? createElement(known, props) : before;
  }
  return Object.assign(Soon, { load: fetched });
}
