import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import MessageFormat from '@messageformat/core';
import compileModule from '@messageformat/core/compile-module';
import type { Plugin } from 'vite';

/** Files of lang/<tag>/ that the browser reads; the server says the others. */
export const PLACES = ['frame', 'beat', 'edit', 'panels', 'form', 'mark', 'plan', 'account', 'paper', 'shelf', 'picture', 'term', 'school', 'play'] as const;
export const TAGS = ['en-US', 'en-GB', 'de', 'fr', 'es', 'ar'] as const;
const LANG = resolve(import.meta.dirname, 'lang');
const LOADER = 'virtual:words';
const WORDS = /^virtual:words\/([\w-]+)\/(\w+)$/;

/**
 * Compiles the messages of lang/ to functions, a module for each language and place, so that the browser needs no parser and loads only
 * what is read: `import { load } from 'virtual:words'`. A built page finds the module by a name that follows from language and place,
 * so that it need not carry a list of them.
 */
export function words(): Plugin {
  let built = false;
  return {
    name: 'words',
    configResolved: ({ command, mode }) => {
      built = command === 'build' && mode !== 'test';
    },
    buildStart() {
      if (!built) return;
      for (const tag of TAGS) {
        for (const place of PLACES) this.emitFile({ type: 'chunk', id: `${LOADER}/${tag}/${place}`, fileName: `assets/${fileOf(tag, place)}` });
      }
    },
    resolveId: (id) => (id === LOADER || WORDS.test(id) ? `\0${id}` : undefined),
    load(id) {
      if (id === `\0${LOADER}`) {
        // biome-ignore lint/suspicious/noTemplateCurlyInString: a template of the page
        if (built) return `export const load = (tag, place) => import(/* @vite-ignore */ \`./${fileOf('${tag}', '${place}')}\`);`;
        const cases = TAGS.flatMap((tag) => PLACES.map((place) => `'${tag}/${place}': () => import('${LOADER}/${tag}/${place}')`));
        return `const all = { ${cases.join(', ')} }; export const load = (tag, place) => all[tag + '/' + place]();`;
      }
      const [, tag, place] = WORDS.exec(id.slice(1)) ?? [];
      if (!tag || !place) return undefined;
      return compileModule(new MessageFormat(tag.slice(0, 2)), messages(tag, place));
    },
  };
}

const fileOf = (tag: string, place: string): string => `words-${tag}-${place}-${VERSION}.js`;

/** Changes with any message, so that a page never meets the words of another build. */
const VERSION = readdirSync(LANG, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.json'))
  .sort()
  .reduce((hash, file) => hash.update(file).update(readFileSync(`${LANG}/${file}`)), createHash('sha256'))
  .digest('hex')
  .slice(0, 8);

/** What a language says: its own, else that of the language it is a kind of, else English. */
function messages(tag: string, place: string): Record<string, string> {
  const read = (folder: string): Record<string, string> => {
    const file = `${LANG}/${folder}/${place}.json`;
    return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  };
  return { ...read('en'), ...read(tag.slice(0, 2)), ...read(tag) };
}
