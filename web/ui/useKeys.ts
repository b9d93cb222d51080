import { useEffect, useRef } from 'react';
import { keep, kept } from './storage';

const NAME = 'single keys';

/** Single keys can be switched off: some people speak to their computer, and letters would act. */
export const singleKeys = {
  get on(): boolean {
    return kept('setting', NAME) !== 'off';
  },
  set on(on: boolean) {
    keep('setting', NAME, on ? 'on' : 'off');
  },
};

/** Fields that take letters. A slider, a box to tick and a button do not. */
const FIELDS = 'input:not([type=range], [type=checkbox], [type=radio], [type=button]), textarea, select, [contenteditable], dialog';
/** What the space bar presses by itself. */
const PRESSED = 'button, a, summary, [role=radio], [role=tab], input, [role=listbox], [role=option]';

export const isTyping = (target: EventTarget | null): boolean => target instanceof Element && target.closest(FIELDS) !== null;

/** "z", "Z" with Shift as "z", "Ctrl+z", "Ctrl+Shift+z", " ", "Enter" … */
export function keyName(event: { key: string; ctrlKey: boolean; metaKey: boolean; shiftKey: boolean }): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (!event.ctrlKey && !event.metaKey) return key;
  return `Ctrl+${event.shiftKey ? 'Shift+' : ''}${key}`;
}

/** Whether a key is a letter, a digit or a sign that must not act while single keys are off. */
export const isSingle = (name: string): boolean => name.length === 1 && name !== ' ';

type Options = {
  /** Wherever the focus is, also where letters are typed or a button would take the key: only for what needs Ctrl. */
  anywhere?: boolean;
  /** Also while the sheet that is edited has the focus, whose own keys come first. */
  onSheet?: boolean;
};

/**
 * Keys that act anywhere on a page but where somebody types, and but on the sheet that is edited.
 * @param actions by name as keyName() gives it
 */
export function useKeys(actions: Record<string, () => void>, { anywhere = false, onSheet = false }: Options = {}): void {
  const latest = useRef(actions);
  latest.current = actions;
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const name = keyName(event);
      const action = latest.current[name];
      const target = event.target instanceof Element ? event.target : null;
      if (!action || event.altKey || event.repeat || event.defaultPrevented) return;
      if (!anywhere && isTyping(target)) return;
      if (!onSheet && !anywhere && target?.closest('[role=gridcell]')) return;
      if (isSingle(name) && (!singleKeys.on || target?.closest('[role=radio]'))) return;
      if (name === ' ' && target?.closest(PRESSED) && !target.closest('input[type=range]')) return;
      event.preventDefault();
      // A button that has the focus is not pressed besides.
      if (anywhere) event.stopPropagation();
      action();
    };
    document.addEventListener('keydown', key, anywhere);
    return () => document.removeEventListener('keydown', key, anywhere);
  }, [anywhere, onSheet]);
}
