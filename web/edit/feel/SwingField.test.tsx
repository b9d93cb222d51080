// @vitest-environment happy-dom
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { Music, Pattern } from '../../api/types';
import { PatternStore } from '../../music/PatternStore';
import type { Editor } from '../Editor';
import { SwingField } from './SwingField';

test('a slider that is dragged holds to straight and triplet; keys reach every percent', () => {
  const store = new PatternStore({ swing: { percent: 58, unit: 16 }, sections: [] } as unknown as Pattern);
  const page = () => <SwingField editor={{ store, say: () => {} } as unknown as Editor} music={{ grooves: {} } as unknown as Music} />;
  const { rerender } = render(page());
  const slider = screen.getByRole('slider') as HTMLInputElement;
  const to = (percent: number) => {
    fireEvent.change(slider, { target: { value: String(percent) } });
    rerender(page());
    return store.pattern.swing?.percent;
  };
  fireEvent.pointerDown(slider);
  expect([to(66), to(64), to(68), to(51), to(53)]).toEqual([66.67, 64, 66.67, 50, 53]);
  fireEvent.pointerUp(slider);
  expect([to(66), to(51), to(67)]).toEqual([66, 51, 66.67]);
});
