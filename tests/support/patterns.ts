import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';

export interface Pattern {
  /** File below `src`, and line. */
  readonly place: string;
  readonly source: string;
  readonly flags: string;
}

const sources = join(import.meta.dirname, '..', '..', 'src');

/** Every regular expression of the product's sources; throws where one is made from text, which nothing can check. */
export function listPatterns(): Pattern[] {
  return listSources(sources).flatMap((file) => {
    const text = readFileSync(file, 'utf8');
    const parsed = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    const found: Pattern[] = [];
    const visit = (node: ts.Node): void => {
      const place = `${relative(sources, file)}:${parsed.getLineAndCharacterOfPosition(node.pos).line + 1}`;
      if (ts.isRegularExpressionLiteral(node)) {
        const end = node.text.lastIndexOf('/');
        found.push({ place, source: node.text.slice(1, end), flags: node.text.slice(end + 1) });
      }
      if ((ts.isNewExpression(node) || ts.isCallExpression(node)) && node.expression.getText() === 'RegExp')
        throw new Error(`${place} makes a pattern from text`);
      ts.forEachChild(node, visit);
    };
    visit(parsed);
    return found;
  });
}

function listSources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return listSources(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name) ? [path] : [];
  });
}
