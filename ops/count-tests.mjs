/**
 * Prints "passed failed" from the JSON report of Vitest or Playwright, and the names of those that failed to the error stream. A report without any test counts as
 * one failure.
 */
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const [passed, failed] = report.stats
  ? [report.stats.expected, report.stats.unexpected + report.stats.flaky + report.errors.length]
  : [
      report.numPassedTests,
      report.numFailedTests + report.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
    ];
process.stdout.write(passed + failed === 0 ? '0 1' : `${passed} ${failed}`);

const inSuite = (suite) => [
  ...(suite.specs ?? []).filter((spec) => !spec.ok).map((spec) => `${spec.file}: ${spec.title}`),
  ...(suite.suites ?? []).flatMap(inSuite),
];
const names = report.stats
  ? [...report.suites.flatMap(inSuite), ...report.errors.map((e) => e.message)]
  : report.testResults.flatMap((f) => [
      ...f.assertionResults.filter((t) => t.status === 'failed').map((t) => `${f.name}: ${t.fullName}`),
      ...(f.status === 'failed' && f.assertionResults.length === 0 ? [`${f.name}: ${f.message}`] : []),
    ]);
for (const name of names) process.stderr.write(`failed: ${name}\n`);
