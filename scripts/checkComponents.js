// Checks offline what the components in target/sbom and the lock file say of themselves.
import { readFileSync } from 'node:fs';

const read = (file) => JSON.parse(readFileSync(file, 'utf8'));
const wrong = [];

const { packages } = read('ui/package-lock.json');
for (const [path, one] of Object.entries(packages)) {
  if (path && !one.link) {
    if (one.resolved && !one.resolved.startsWith('https://')) wrong.push(`${path}: ${one.resolved}`);
    if (!one.integrity) wrong.push(`${path}: no hash in the lock file`);
    if (one.hasInstallScript) wrong.push(`${path}: runs a script when it is installed`);
  }
}

const { dependencies = {}, devDependencies = {} } = read('ui/package.json');
for (const [name, version] of Object.entries({ ...dependencies, ...devDependencies })) {
  if (!/^\d+\.\d+\.\d+$/.test(version)) wrong.push(`${name} ${version}: not pinned`);
}

const bad = readFileSync('scripts/known-bad.txt', 'utf8')
  .split('\n')
  .map((line) => line.replace(/#.*/, '').trim())
  .filter(Boolean);
const all = ['java', 'ui'].flatMap((kind) => read(`target/sbom/${kind}.json`).components ?? []);
for (const { purl = '', version = '' } of all) {
  const plain = decodeURIComponent(purl.split('?')[0]);
  if (bad.includes(plain)) wrong.push(`${plain}: known to be bad`);
  if (/SNAPSHOT|LATEST|RELEASE/.test(version) && !purl.includes('org.stratonomy')) {
    wrong.push(`${plain}: not a fixed version`);
  }
}

console.log(`${all.length} components, ${Object.keys(packages).length - 1} packages in the lock file`);
wrong.forEach((line) => console.error(line));
process.exit(wrong.length === 0 ? 0 : 1);
