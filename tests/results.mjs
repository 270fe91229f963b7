// What the runners have written down, read for ./test.
//   node tests/results.mjs count FILE …     how many passed and failed: "P F"; those that passed at their second try are named
//   node tests/results.mjs failed FILE …    the names of those that failed
//   node tests/results.mjs slowest FILE …   the ten tests that took longest
import { existsSync, readFileSync } from 'node:fs';

/** @typedef {{ name: string, ms: number, outcome: 'passed' | 'failed' | 'flaky' }} Ran */

/** CTRF, as xUnit writes it. */
const xunit = ({ tests }) =>
  tests.map(({ name, duration, status }) => ({
    name: name.replace(/^.*\.(?=[^.(]+(\(|$))/, ''),
    ms: duration,
    outcome: status === 'passed' ? 'passed' : 'failed',
  }));

/** A file of tests that could not even be read has failed as one. */
const vitest = ({ testResults }) =>
  testResults.flatMap(({ name, status, assertionResults }) => {
    const tests = assertionResults.map((one) => ({
      name: one.fullName,
      ms: one.duration ?? 0,
      outcome: one.status === 'passed' ? 'passed' : 'failed',
    }));
    return status === 'failed' && !tests.some((one) => one.outcome === 'failed')
      ? [...tests, { name, ms: 0, outcome: 'failed' }]
      : tests;
  });

const outcomes = { expected: 'passed', flaky: 'flaky', unexpected: 'failed', skipped: 'failed' };
const playwright = ({ suites, errors }) => {
  const within = (suite) => [...(suite.suites ?? []).flatMap(within), ...(suite.specs ?? [])];
  const ran = suites.flatMap(within).flatMap(({ title, tests }) =>
    tests.map(({ status, results }) => ({
      name: title,
      ms: results.reduce((sum, one) => sum + one.duration, 0),
      outcome: outcomes[status],
    })),
  );
  return [...ran, ...errors.map(({ message }) => ({ name: message, ms: 0, outcome: 'failed' }))];
};

/** @returns {Ran[]} nothing, where a runner has not come to its end */
function read(file) {
  if (!existsSync(file)) return [];
  const told = JSON.parse(readFileSync(file, 'utf8'));
  return told.results ? xunit(told.results) : told.testResults ? vitest(told) : playwright(told);
}

const [verb, ...files] = process.argv.slice(2);
const all = files.flatMap(read);
if (verb === 'count') {
  // One that passes at its second try is named, and counts as passed; more than two such are failures.
  const flaky = all.filter((one) => one.outcome === 'flaky');
  for (const { name } of flaky) console.error(`flaky: ${name}`);
  const failed = all.filter((one) => one.outcome === 'failed').length + (flaky.length > 2 ? flaky.length : 0);
  console.log(all.length - failed, failed);
} else if (verb === 'failed') {
  for (const { name } of all.filter((one) => one.outcome === 'failed')) console.log(`failed: ${name}`);
} else {
  const slowest = all.sort((one, other) => other.ms - one.ms).slice(0, 10);
  for (const { name, ms } of slowest) console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name.slice(0, 120)}`);
}
