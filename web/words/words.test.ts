// @vitest-environment happy-dom
import { readdirSync, readFileSync } from 'node:fs';
import MessageFormat from '@messageformat/core';
import { afterEach, describe, expect, it } from 'vitest';
import { PLACES, TAGS } from '../../words.plugin';
import { type Language, NAMES, needWords, say, speak } from './words';

const read = (tag: string, place: string): Record<string, string> => JSON.parse(readFileSync(`lang/${tag}/${place}.json`, 'utf8'));
/** What a message names: the words that open its braces, but for the texts of its cases. */
const names = (message: string) => new Set([...message.replaceAll(CASE, '').matchAll(/\{(\w+)(?=[,}])/g)].map(([, name]) => name));
const CASE = /(?:=\d+|zero|one|two|few|many|other) \{\w+\}/g;
/** Alike in English: names, signs, and what is an international word. */
const ALIKE = new Set([
  'frame.swing.percent',
  'account.signIn.name',
  'beat.voice.target',
  'frame.kind.copy',
  'beat.legend.extra',
  'panels.swing.sign',
  'panels.row.becomes',
  'plan.rules.point',
  'beat.versions.one',
  'picture.title',
  'picture.marking',
  'picture.wall.beatN',
]);
/** Buttons, which must not grow much. */
const BUTTONS = [
  'beat.play.',
  'beat.undo',
  'beat.redo',
  'beat.clear',
  'beat.voice.',
  'frame.today.',
  'beat.handIn.again',
  'beat.rules.show',
];

afterEach(() => speak('en-US'));

describe.each(['de', 'fr', 'es', 'ar'])('in %s', (tag) => {
  it.each(PLACES)('every message of %s is there, names the same, and can be compiled', (place) => {
    const english = read('en', place);
    const messages = read(tag, place);
    expect(Object.keys(messages)).toEqual(Object.keys(english));
    const format = new MessageFormat(tag);
    for (const [key, message] of Object.entries(messages)) {
      const text = english[key] ?? '';
      expect(() => format.compile(message), key).not.toThrow();
      expect(
        [...names(message)].filter((name) => !names(text).has(name)),
        `${key}: ${message}`,
      ).toEqual([]);
      if (text.length > 12 && !ALIKE.has(`${place}.${key}`)) expect(message, `${key} is English`).not.toBe(text);
      const isButton = BUTTONS.some((start) => `${place}.${key}`.startsWith(start)) && text.length >= 8 && text.length < 22;
      if (isButton) expect(message.length, `${key} is long: ${message}`).toBeLessThanOrEqual(Math.ceil(1.6 * text.length));
    }
  });
});

it('names every language by itself, and has a folder for each but American English', () => {
  expect(Object.keys(NAMES)).toEqual([...TAGS]);
  expect(readdirSync('lang').sort()).toEqual(['ar', 'de', 'en', 'en-GB', 'es', 'fr']);
});

describe('saying', () => {
  it('changes with the language, loads once what is needed, and counts as the language counts', async () => {
    await needWords('frame', 'beat');
    expect(say('frame.bars', { count: 2 })).toBe('2 bars');
    await speak('fr');
    expect(say('frame.bars', { count: 1 })).toBe('1 mesure');
    expect(say('frame.bars', { count: 0 }), 'nothing is singular').toBe('0 mesure');
    await speak('ar');
    expect(say('frame.bars', { count: 2 })).toBe('مازورتان');
    expect(say('frame.bars', { count: 4 })).toContain('مازورات');
  });

  it('keeps names of the other direction together', async () => {
    await needWords('beat');
    await speak('ar');
    expect(say('beat.sheet.hear', { name: 'Ride' })).toBe('اسمع \u2068Ride\u2069');
    await speak('de');
    expect(say('beat.sheet.hear', { name: 'Ride' })).toBe('Ride anhören');
  });

  it('says British what is British, and the rest as American', async () => {
    await needWords('frame', 'account');
    await speak('en-GB');
    expect([say('frame.note.4'), say('account.signIn.do')]).toEqual(['crotchet', 'Sign in']);
  });

  it('shows the key of a message that nobody has', async () => {
    expect(say('frame.nothing' as 'frame.again')).toBe('frame.nothing');
    await expect(speak('en-US' satisfies Language)).resolves.toBeUndefined();
  });
});
