// Installs the packages of package-lock.json, unless they are there already.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

const installed = 'node_modules/.package-lock.json';
const fresh =
  existsSync(installed) && statSync(installed).mtimeMs >= statSync('package-lock.json').mtimeMs;
if (!fresh) {
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { stdio: 'inherit' });
  process.exit(result.status ?? 1);
}
