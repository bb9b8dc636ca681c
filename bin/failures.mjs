/**
 * Says once more which tests failed, and how, from the reports of both runners: for the end of a long log.
 *   node bin/failures.mjs REPORT.json...
 */
import { readFileSync } from 'node:fs';
import { stripVTControlCharacters as bare } from 'node:util';

const say = (what, message = '') =>
  console.log(`FAILED ${what}\n${bare(message).split('\n').slice(0, 12).join('\n')}`);

const ofJest = ({ testResults }) => {
  for (const { name, assertionResults, message } of testResults) {
    const failed = assertionResults.filter(({ status }) => status === 'failed');
    for (const { fullName, failureMessages } of failed)
      say(`${name}: ${fullName}`, failureMessages[0]);
    if (failed.length === 0 && assertionResults.length === 0) say(name, message);
  }
};

const ofPlaywright = ({ suites, specs = [] }) => {
  for (const { title, file, ok, tests } of specs)
    if (!ok) say(`${file}: ${title}`, tests[0]?.results.find(({ error }) => error)?.error.message);
  for (const suite of suites ?? []) ofPlaywright(suite);
};

for (const file of process.argv.slice(2)) {
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'));
    if (report.testResults) ofJest(report);
    else ofPlaywright(report);
  } catch {
    console.log(`FAILED ${file}: there is no such report.`);
  }
}
