import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parseSync } from '@swc/core';

const FUNCTIONS = new Set([
  'FunctionDeclaration',
  'FunctionExpression',
  'ArrowFunctionExpression',
  'ClassMethod',
  'PrivateMethod',
  'MethodProperty',
  'Constructor',
]);

/** Every function of a folder, tests and fixtures apart: its file, name and length in lines. */
export function functionsIn(folder) {
  return readdirSync(folder, { recursive: true })
    .filter(name => /\.tsx?$/.test(name) && !/\.test\.|fixtures|\.d\.ts$/.test(name))
    .flatMap(name => functionsOf(path.join(folder, name)));
}

function functionsOf(file) {
  // Places count on from file to file: what stands first says where this one begins.
  const text = `0;${readFileSync(file, 'utf8')}`;
  const { body } = parseSync(text, { syntax: 'typescript', tsx: file.endsWith('x'), target: 'es2022' });
  const from = body[0].span.start;
  const bytes = Buffer.from(text);
  const lineOf = at =>
    bytes
      .subarray(0, at - from)
      .toString('latin1')
      .split('\n').length;
  const found = [];
  const visit = (node, known) => {
    if (Array.isArray(node)) for (const each of node) visit(each, known);
    if (Array.isArray(node) || node === null || typeof node !== 'object') return;
    let name = known;
    if (node.type === 'VariableDeclarator') name = node.id?.value ?? known;
    if (node.type === 'KeyValueProperty') name = node.key?.value ?? known;
    if (FUNCTIONS.has(node.type)) {
      const { start, end } = node.span ?? node.function.span;
      name = node.identifier?.value ?? node.key?.value ?? known;
      found.push({ file: file.replaceAll('\\', '/'), name, lines: lineOf(end - 1) - lineOf(start) + 1 });
    }
    for (const [key, child] of Object.entries(node)) if (key !== 'span') visit(child, name);
  };
  visit(body, '');
  return found;
}
