import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import MessageFormat from '@messageformat/core';
import compileModule from '@messageformat/core/compile-module';
import type { Plugin } from 'vite';

/** Files of lang/<tag>/ that the browser reads; the server says the others. */
export const PLACES = ['frame', 'beat', 'edit', 'mark', 'plan', 'account', 'paper', 'shelf', 'picture', 'term', 'school'] as const;
export const TAGS = ['en-US', 'en-GB', 'de', 'fr', 'es', 'ar'] as const;
const LANG = resolve(import.meta.dirname, 'lang');
const LOADERS = 'virtual:words';
const WORDS = /^virtual:words\/([\w-]+)\/(\w+)$/;

/**
 * Compiles the messages of lang/ to functions, a module for each language and place, so that the browser needs no parser and loads only
 * what is read: `import { loaders } from 'virtual:words'`.
 */
export function words(): Plugin {
  return {
    name: 'words',
    resolveId: (id) => (id === LOADERS || WORDS.test(id) ? `\0${id}` : undefined),
    load(id) {
      if (id === `\0${LOADERS}`) {
        const places = (tag: string) => PLACES.map((place) => `${place}: () => import('${LOADERS}/${tag}/${place}')`).join(', ');
        return `export const loaders = { ${TAGS.map((tag) => `'${tag}': { ${places(tag)} }`).join(', ')} };`;
      }
      const [, tag, place] = WORDS.exec(id.slice(1)) ?? [];
      if (!tag || !place) return undefined;
      return compileModule(new MessageFormat(tag.slice(0, 2)), messages(tag, place));
    },
  };
}

/** What a language says: its own, else that of the language it is a kind of, else English. */
function messages(tag: string, place: string): Record<string, string> {
  const read = (folder: string): Record<string, string> => {
    const file = `${LANG}/${folder}/${place}.json`;
    return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  };
  return { ...read('en'), ...read(tag.slice(0, 2)), ...read(tag) };
}
