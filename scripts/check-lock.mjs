/** The lock file must name no download address, so that it works with any registry. */
import { readFileSync } from 'node:fs';

if (/"resolved": "http/.test(readFileSync('package-lock.json', 'utf8'))) {
  process.stderr.write('package-lock.json holds resolved addresses: remove them\n');
  process.exit(1);
}
