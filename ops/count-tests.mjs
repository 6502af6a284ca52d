/** Prints "passed failed" from the JSON report of Vitest or Playwright. A report without any test counts as one failure. */
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const [passed, failed] = report.stats
  ? [report.stats.expected, report.stats.unexpected + report.stats.flaky + report.errors.length]
  : [
      report.numPassedTests,
      report.numFailedTests + report.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
    ];
process.stdout.write(passed + failed === 0 ? '0 1' : `${passed} ${failed}`);
