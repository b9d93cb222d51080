// @vitest-environment node
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/** Alike in every language: names of places and formats, signs, and units. */
const NAMES = /^(Pulsanda|Today|Shelf|School|MIDI|CSV|XLSX|ODS|A4|MP3|ms|kick 1 8 11 15.*|: \(Ctrl .*\)|, Pulsanda)$/s;
/** Attributes that people read or hear. */
const READ = /^(aria-label|aria-valuetext|title|placeholder|alt|label|action|what|hint|mine|other|words)$/;

/** Properties whose values are names of keys, of panels, and of patterns that are data. */
const DATA = /^(key|keys|name|title)$/;

/** Literal texts for people in a file: they belong into lang/. */
function literals(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const look = (text: string) => {
    const said = text.replace(/\s+/g, ' ').trim();
    if (/\p{L}{2}/u.test(said) && !NAMES.test(said)) found.push(`${file}: ${said}`);
  };
  const inside = (node: ts.Expression | undefined): void => {
    if (!node) return;
    if (ts.isStringLiteralLike(node)) look(node.text);
    else if (ts.isTemplateExpression(node)) look([node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join(' '));
    else if (ts.isConditionalExpression(node)) [node.whenTrue, node.whenFalse].forEach(inside);
    else if (ts.isBinaryExpression(node)) inside(node.right);
    else if (ts.isParenthesizedExpression(node)) inside(node.expression);
  };
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node)) look(node.text);
    else if (ts.isJsxExpression(node) && !ts.isJsxAttribute(node.parent)) inside(node.expression);
    else if (ts.isJsxAttribute(node) && READ.test(node.name.getText())) {
      const { initializer } = node;
      inside(initializer && ts.isJsxExpression(initializer) ? initializer.expression : (initializer as ts.Expression | undefined));
    }
    // A table of names.
    else if (ts.isPropertyAssignment(node) && !DATA.test(node.name.getText()) && ts.isStringLiteralLike(node.initializer)) {
      if (/^\p{Lu}\p{Ll}+( \p{L}+)*$/u.test(node.initializer.text)) look(node.initializer.text);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const files = readdirSync('web', { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.tsx?$/.test(file) && !/\.(test|gen)\./.test(file) && file !== 'words/words.ts',
);

describe('pages', () => {
  // Every file is parsed, which takes a while on a busy machine.
  it('hold no literal text for people', { timeout: 60_000 }, () => {
    expect(files.length).toBeGreaterThan(100);
    expect(files.flatMap((file) => literals(`web/${file}`))).toEqual([]);
  });
});
