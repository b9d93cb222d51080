// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { editorOf, lesson } from '../../../tests/web/lesson';
import { Mound } from './Mound';

afterEach(cleanup);

function shown() {
  const { editor } = editorOf(lesson({ kick: [{ at: 0 }] }));
  const row = () => editor.section.rows[0] as NonNullable<(typeof editor.section.rows)[0]>;
  const draw = () => <Mound editor={editor} row={row()} index={0} locked={false} width={124} height={61} />;
  const { container, rerender } = render(draw());
  const svg = container.querySelector('svg') as SVGElement;
  svg.setPointerCapture = () => {};
  const drag = (x: number, y: number, shiftKey = false) => {
    fireEvent.pointerDown(svg, { button: 0, clientX: 60, clientY: 30, pointerId: 1 });
    fireEvent.pointerMove(svg, { clientX: 60 + x, clientY: 30 + y, pointerId: 1, shiftKey });
    fireEvent.pointerUp(svg, { pointerId: 1 });
    rerender(draw());
  };
  return { editor, row, svg, drag, again: () => rerender(draw()) };
}

it('takes its height as level and its place as pan, as one step', () => {
  const { editor, row, drag } = shown();
  drag(19, -10);
  expect([row().level, row().pan]).toEqual([1.3, 0.5]);
  drag(-200, 300);
  expect([row().level, row().pan]).toEqual([0, -1]);
  editor.store.undo();
  editor.store.undo();
  expect([row().level, row().pan]).toEqual([undefined, undefined]);
});

it('moves finely with Shift, and a double press brings back what is usual', () => {
  const { row, drag, svg } = shown();
  drag(19, -10, true);
  expect([row().level, row().pan]).toEqual([1.06, 0.1]);
  fireEvent.doubleClick(svg);
  expect([row().level, row().pan]).toEqual([1, 0]);
});

it('has two sliders for keys', () => {
  const { row, again } = shown();
  const level = screen.getByRole('slider', { name: /^Level of/ });
  fireEvent.change(level, { target: { value: '0.5' } });
  again();
  expect(row().level).toBe(0.5);
  expect(level.getAttribute('aria-valuetext')).toBe('50 percent');
  fireEvent.keyDown(level, { key: 'ArrowUp', shiftKey: true });
  expect(row().level).toBe(0.51);
  fireEvent.change(screen.getByRole('slider', { name: /^Pan of/ }), { target: { value: '-0.3' } });
  expect(row().pan).toBe(-0.3);
});
