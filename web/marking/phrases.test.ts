import { describe, expect, it } from 'vitest';
import type { AttemptToMark, Catalogue, Statement } from '../api/types';
import { draftText, filled, offered, opened } from './phrases';

const catalogue = { instruments: [{ name: 'closed-hat', label: 'Closed hi-hat' }] } as Catalogue;
const statement = (text: string, place = '', instruments: string[] = []): Statement =>
  ({ kind: 'hit-missing', text, place, instruments }) as unknown as Statement;
const attempt = (data: object) => ({ student: { firstName: 'Ines' }, result: null, checked: null, before: null, ...data }) as AttemptToMark;
const pairs = (right: number, wrong: number) => [
  ...Array.from({ length: right }, () => ({ status: 'match' })),
  ...Array.from({ length: wrong }, () => ({ status: 'missing' })),
];
const result = (statements: Statement[], right = 10, wrong = 2) => ({
  statements,
  pairs: pairs(right, wrong),
  strokes: { target: right + wrong, submission: right },
});

describe('a phrase', () => {
  it('is filled in with name, place and instrument', () => {
    expect(filled('{name}, count {place} before the {instrument}.', 'Bo', statement('', 'beat 2', ['closed-hat']), catalogue)).toBe(
      'Bo, count beat 2 before the closed hi-hat.',
    );
  });

  it('names two instruments', () => {
    expect(filled('{instrument}', 'Bo', statement('', '', ['closed-hat', 'kick']), catalogue)).toBe('closed hi-hat and kick');
  });

  it('keeps what is not known to be typed over', () => {
    expect(filled('Listen at {place}, {name}.', 'Bo', null, catalogue)).toBe('Listen at {place}, Bo.');
  });
});

describe('phrases', () => {
  it('come first where they are meant for the comment, last where for another', () => {
    const phrases = ['swing', null, 'hit-missing', null].map((kind, id) => ({ id, kind }));
    expect(offered(phrases, 'hit-missing').map(({ id }) => id)).toEqual([2, 1, 3, 0]);
    expect(offered(phrases, null).map(({ id }) => id)).toEqual([1, 3, 0, 2]);
  });
});

describe('a text to several', () => {
  it.each([
    ['Bo', 'Both bars are late, Bo.', 'Both bars are late, {name}.'],
    ['Q', 'Quick, Q! Q?', 'Quick, {name}! {name}?'],
    ['نور', 'Almost, نور: listen.', 'Almost, {name}: listen.'],
    ['Þórunn', 'Þórunns beat, Þórunn', 'Þórunns beat, {name}'],
    ['A.', 'Abc A. x', 'Abc {name} x'],
  ])('leaves the name %s open where it stands as a word', (name, text, open) => expect(opened(text, name)).toBe(open));
});

describe('a first draft', () => {
  it('says what is right, then one thing to do and how', () => {
    const statements = ['One.', 'Two.'].map((one) => ({ ...statement(one), hint: `How to get ${one}` }));
    const text = draftText(attempt({ result: result(statements) }));
    expect(text.split('\n')).toEqual(['Ines, 10 of 12 strokes are in place.', 'One.', 'How to get One.']);
  });

  it('praises what is all right', () => {
    expect(draftText(attempt({ result: result([], 12, 0) }))).toBe('Ines, every stroke is where it should be.');
  });

  it('names what was mended', () => {
    const gone = (texts: string[]) => attempt({ result: result([], 12, 0), before: { progress: { gone: texts, still: [], new: [] } } });
    expect(draftText(gone(['One.']))).toContain('You have improved what I wrote last time.');
    expect(draftText(gone(['One.', 'Two.']))).toContain('You have improved 2 things since last time.');
  });

  it('says which rules are not met where there is no target', () => {
    const checked = {
      passed: 1,
      failed: 1,
      points: 2,
      results: [
        { passed: true, text: 'Kept.' },
        { passed: false, text: '1 bar in all; make it 2 to 8.' },
      ],
    };
    expect(draftText(attempt({ checked }))).toBe('Ines, you meet 1 of 2 rules.\n1 bar in all; make it 2 to 8.');
  });
});
