import { load } from 'virtual:words';
import { useSyncExternalStore } from 'react';
import type account from '../../lang/en/account.json';
import type beat from '../../lang/en/beat.json';
import type edit from '../../lang/en/edit.json';
import type form from '../../lang/en/form.json';
import type frame from '../../lang/en/frame.json';
import type mark from '../../lang/en/mark.json';
import type panels from '../../lang/en/panels.json';
import type paper from '../../lang/en/paper.json';
import type picture from '../../lang/en/picture.json';
import type plan from '../../lang/en/plan.json';
import type play from '../../lang/en/play.json';
import type school from '../../lang/en/school.json';
import type shelf from '../../lang/en/shelf.json';
import type term from '../../lang/en/term.json';

export type Language = 'en-US' | 'en-GB' | 'de' | 'fr' | 'es' | 'ar';
/** A file of lang/<tag>/ that the browser reads. */
export type Place = Key extends `${infer P}.${string}` ? P : never;
/** A message: its place, and its key there. */
export type Key =
  | `frame.${keyof typeof frame & string}`
  | `beat.${keyof typeof beat & string}`
  | `edit.${keyof typeof edit & string}`
  | `form.${keyof typeof form & string}`
  | `panels.${keyof typeof panels & string}`
  | `plan.${keyof typeof plan & string}`
  | `play.${keyof typeof play & string}`
  | `account.${keyof typeof account & string}`
  | `paper.${keyof typeof paper & string}`
  | `shelf.${keyof typeof shelf & string}`
  | `picture.${keyof typeof picture & string}`
  | `term.${keyof typeof term & string}`
  | `school.${keyof typeof school & string}`
  | `mark.${keyof typeof mark & string}`;
export type Values = Record<string, string | number>;
type Messages = Record<string, (values: Values) => string>;

/** As people call their own language. */
export const NAMES: Record<Language, string> = {
  'en-US': 'English (US)',
  'en-GB': 'English (UK)',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
  ar: 'العربية',
};
const RIGHT_TO_LEFT: readonly string[] = ['ar'];
/** Around a name in a sentence of the other direction. */
const [FROM, TO] = ['\u2068', '\u2069'];

let language: Language = isLanguage(globalThis.document?.documentElement.lang) ? (document.documentElement.lang as Language) : 'en-US';
let held: Partial<Record<Place, Messages>> = {};
const listeners = new Set<() => void>();

function isLanguage(tag: string | undefined): boolean {
  return tag !== undefined && tag in NAMES;
}

/** The language that is read now, as a tag for dates and numbers. */
export const locale = (): Language => language;

/** Loads the messages of places, with the code of them. */
export async function needWords(...places: Place[]): Promise<void> {
  const missing = places.filter((place) => !held[place]);
  await Promise.all(
    missing.map(async (place) => {
      held[place] = (await load(language, place)).default;
    }),
  );
}

/** The code of a place with the words that it says. */
export async function withWords<M>(code: Promise<M>, ...places: Place[]): Promise<M> {
  const [loaded] = await Promise.all([code, needWords(...places)]);
  return loaded;
}

/** Changes the language of the page at once; what has been typed stays. */
export async function speak(next: Language): Promise<void> {
  if (next === language) return;
  const places = Object.keys(held) as Place[];
  const loaded = await Promise.all(places.map((place) => load(next, place)));
  language = next;
  held = Object.fromEntries(places.map((place, i) => [place, loaded[i]?.default]));
  document.documentElement.lang = next;
  document.documentElement.dir = RIGHT_TO_LEFT.includes(next) ? 'rtl' : 'ltr';
  for (const listener of listeners) listener();
}

/** A message in the language that is read now. */
export function say(key: Key, values: Values = {}): string {
  const dot = key.indexOf('.');
  const message = held[key.slice(0, dot) as Place]?.[key.slice(dot + 1)];
  return message ? message(RIGHT_TO_LEFT.includes(language) ? isolated(values) : values) : key;
}

const isolated = (values: Values): Values =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, typeof value === 'string' ? `${FROM}${value}${TO}` : value]));

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Says messages, and draws again when the language changes. */
export function useSay(): typeof say {
  useSyncExternalStore(subscribe, locale);
  return say;
}
