/** Prints "passed failed" from a JSON report of Vitest or Playwright. */
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const [passed, failed] = report.stats
  ? [report.stats.expected + report.stats.flaky, report.stats.unexpected + (report.errors?.length ?? 0)]
  : [report.numPassedTests, report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests ? 0 : 1)];
if (report.stats?.flaky) process.stderr.write(`${report.stats.flaky} of them passed at the second try only\n`);
process.stdout.write(`${passed} ${failed}\n`);
