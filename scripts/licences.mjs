/**
 * Whose work Kyanos rests on, and by which licence: docs/licences.md out of package-lock.json. `--check` fails where that page
 * is not what the lock says, a licence is none that goes with ours, or a version is not locked to the bit.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import prettier from 'prettier';

const PAGE = new URL('../docs/licences.md', import.meta.url);
const json = (path) => JSON.parse(readFileSync(new URL(`../${path}`, import.meta.url), 'utf8'));

/** Licences that go with MIT for a program which is passed on whole, and what each asks for. Common reading, no advice. */
const GO_WITH_OURS = {
  MIT: 'the notice stays',
  'MIT-0': 'nothing',
  ISC: 'the notice stays',
  '0BSD': 'nothing',
  'BSD-2-Clause': 'the notice stays',
  'BSD-3-Clause': 'the notice stays, no endorsement',
  'Apache-2.0': 'the notice stays, changes are told',
  'BlueOak-1.0.0': 'the notice stays',
  'CC0-1.0': 'nothing',
  Unlicense: 'nothing',
  Zlib: 'changes are told',
  'Python-2.0': 'the notice stays',
  'PSF-2.0': 'the notice stays',
  'OFL-1.1': 'fonts: not sold by themselves',
  'MPL-2.0': 'changes of its own files stay open',
  'LGPL-3.0-or-later':
    'a library of its own that others can replace: libvips, which is loaded and not built in',
};
/** Packages whose package.json says nothing; what their licence file says. */
const BY_FILE = { 'png-js': 'MIT' };

const lock = json('package-lock.json').packages;
const problems = [];
const by = new Map();
for (const [path, { version, license, integrity, link, dev }] of Object.entries(lock)) {
  const at = path.lastIndexOf('node_modules/');
  if (at < 0 || link) continue;
  const name = path.slice(at + 'node_modules/'.length);
  if (!integrity) problems.push(`${name}@${version} is not locked to the bit.`);
  const stated = license ?? BY_FILE[name];
  const parts = (stated ?? '').split(/[()\s]+|\bAND\b/).filter(Boolean);
  // Of several that one may choose from, one is enough.
  const either = parts.includes('OR');
  const names = parts.filter((part) => part !== 'OR');
  const fits = (part) => part in GO_WITH_OURS;
  if (names.length === 0 || !(either ? names.some(fits) : names.every(fits)))
    problems.push(
      `${name}@${version} has the licence ${stated}, of which nobody has said whether it goes with ours.`,
    );
  const list = by.get(stated) ?? by.set(stated, { runs: new Set(), builds: new Set() }).get(stated);
  list[dev ? 'builds' : 'runs'].add(`${name} ${version}`);
}
for (const folder of ['.', ...json('package.json').workspaces]) {
  const { dependencies = {}, devDependencies = {} } = json(`${folder}/package.json`);
  for (const [name, wanted] of Object.entries({ ...dependencies, ...devDependencies }))
    if (
      !/^(npm:[\w@/-]+@)?\d+\.\d+\.\d+(-[\w.]+)?$/.test(wanted) &&
      !(name.startsWith('@kyanos/') && wanted === '*')
    )
      problems.push(`${folder} wants ${name} ${wanted}, which is no one version.`);
}

const listed = (set) => [...set].sort().join(', ') || 'none';
const page = `# Licences

Written by \`node scripts/licences.mjs\` out of package-lock.json; \`./kyanos test\` fails where it is not so any more. Kyanos itself is MIT.
PostgreSQL, Ghostscript and the other programs of Debian are neither part of it nor passed on with it: they are installed by whoever
runs it, and started as programs of their own.

| licence | what it asks for |
|---|---|
${Object.entries(GO_WITH_OURS)
  .filter(([name]) => [...by.keys()].some((stated) => stated?.includes(name)))
  .map(([name, asks]) => `| ${name} | ${asks} |`)
  .join('\n')}

${[...by]
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(
    ([stated, { runs, builds }]) =>
      `## ${stated}\n\nRuns with Kyanos (${runs.size}): ${listed(runs)}\n\nBuilds and tests it (${builds.size}): ${listed(builds)}`,
  )
  .join('\n\n')}
`;
const text = await prettier.format(page, {
  ...(await prettier.resolveConfig(PAGE)),
  parser: 'markdown',
});
if (process.argv.includes('--check')) {
  if (readFileSync(PAGE, 'utf8') !== text)
    problems.push('docs/licences.md is not what the lock says. Run: node scripts/licences.mjs');
} else writeFileSync(PAGE, text);
for (const problem of problems) console.error(problem);
process.exitCode = problems.length > 0 ? 1 : 0;
