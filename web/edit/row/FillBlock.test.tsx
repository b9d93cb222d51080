// @vitest-environment happy-dom
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, test } from 'vitest';
import { Count } from './FillBlock';

test('a number can be cleared and typed anew, however slow the page is', () => {
  const taken: number[] = [];
  const page = (value: number) => <Count label="hits" value={value} low={1} high={16} set={(next) => taken.push(next)} />;
  const { rerender } = render(page(3));
  const field = screen.getByLabelText('hits') as HTMLInputElement;
  fireEvent.change(field, { target: { value: '' } });
  rerender(page(3)); // drawn again before the next key
  expect(field.value).toBe('');
  fireEvent.blur(field);
  expect(field.value).toBe('');
  fireEvent.change(field, { target: { value: '5' } });
  expect(taken).toEqual([5]);
  fireEvent.change(field, { target: { value: '99' } });
  expect(taken).toEqual([5]);
  rerender(page(5));
  fireEvent.blur(field);
  expect(field.value).toBe('5');
});
