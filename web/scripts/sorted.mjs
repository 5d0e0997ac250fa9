// Writes a JSON file anew with its keys in order, so that what changed in it can be read.
//   node scripts/sorted.mjs <file>
import { readFileSync, writeFileSync } from 'node:fs';
import process from 'node:process';

const file = process.argv[2];
const sorted = (value) => {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.keys(value)
      .sort()
      .map((key) => [key, sorted(value[key])]),
  );
};
writeFileSync(file, `${JSON.stringify(sorted(JSON.parse(readFileSync(file, 'utf8'))), null, 2)}\n`);
