// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { NumberField } from './NumberField';

afterEach(cleanup);

function field(value = 96) {
  const take = vi.fn();
  const refuse = vi.fn();
  const shown = (of: number) => <NumberField label="Tempo" value={of} low={20} high={300} step={1} take={take} refuse={refuse} />;
  const { rerender } = render(shown(value));
  return { input: screen.getByLabelText('Tempo') as HTMLInputElement, take, refuse, rerender: (of: number) => rerender(shown(of)) };
}

const type = (input: HTMLInputElement, text: string) => fireEvent.change(input, { target: { value: text } });

describe('a number field', () => {
  it('takes what was typed when it is left, or by Enter', () => {
    const { input, take } = field();
    type(input, '120');
    expect(take).not.toHaveBeenCalled();
    fireEvent.keyDown(input, { key: 'Enter' });
    type(input, '87,5');
    fireEvent.blur(input);
    expect(take.mock.calls).toEqual([[120], [87.5]]);
  });

  it('stays empty when it is emptied, with the number that holds in grey, and takes the next one', () => {
    const { input, take } = field();
    type(input, '');
    fireEvent.blur(input);
    expect([input.value, input.placeholder, take.mock.calls.length]).toEqual(['', '96', 0]);
    type(input, '1');
    type(input, '140');
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(take).toHaveBeenCalledWith(140);
  });

  it('goes back to what it was when a number cannot be held, and tells that', () => {
    const { input, take, refuse } = field();
    type(input, '900');
    fireEvent.blur(input);
    expect([input.value, take.mock.calls, refuse.mock.calls]).toEqual(['96', [], [[900]]]);
    type(input, 'fast');
    fireEvent.blur(input);
    expect([input.value, take.mock.calls.length, refuse.mock.calls.length]).toEqual(['96', 0, 1]);
  });

  it('shows a value that comes from elsewhere, even over one half typed', () => {
    const { input, rerender } = field();
    type(input, '1');
    rerender(132);
    expect(input.value).toBe('132');
  });

  it('steps by arrow keys and forgets by Escape', () => {
    const { input, take } = field();
    fireEvent.keyDown(input, { key: 'ArrowUp' });
    fireEvent.keyDown(input, { key: 'ArrowDown' });
    type(input, '5');
    fireEvent.keyDown(input, { key: 'Escape' });
    expect([take.mock.calls, input.value]).toEqual([[[97], [95]], '96']);
  });
});
