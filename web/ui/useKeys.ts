import { useEffect, useRef } from 'react';

const OFF = 'single keys';

/** Single keys can be switched off: some people speak to their computer, and letters would act. */
export const singleKeys = {
  get on(): boolean {
    return localStorage.getItem(OFF) !== 'off';
  },
  set on(on: boolean) {
    localStorage.setItem(OFF, on ? 'on' : 'off');
  },
};

/**
 * Single keys that act anywhere on a page but in fields and on the edited sheet; "Ctrl+Enter" also there.
 * @param actions by key, letters small
 */
export function useKeys(actions: Record<string, () => void>): void {
  const latest = useRef(actions);
  latest.current = actions;
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const on = event.target as HTMLElement;
      const command = event.ctrlKey || event.metaKey;
      const name = command ? `Ctrl+${event.key}` : event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const action = latest.current[name];
      if (!action || event.altKey || event.repeat) return;
      if (!command && (!singleKeys.on || on.closest('input:not([type=range]), textarea, select, [role=gridcell], [role=radio], dialog')))
        return;
      event.preventDefault();
      action();
    };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, []);
}
