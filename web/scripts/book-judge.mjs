// Holds a book, unpacked into a folder, against its own datapackage.json by a validator of other
// makers (Tabular Data Package, Table Schema): the package itself, every value of every file, keys and
// references. Whatever it finds is written out, one line each, and the exit code is 1.
//   node scripts/book-judge.mjs folder
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import process from 'node:process';

const { Package } = createRequire(import.meta.url)('datapackage');
const [folder] = process.argv.slice(2);
const descriptor = JSON.parse(readFileSync(`${folder}/datapackage.json`, 'utf8'));
const book = await Package.load(descriptor, { basePath: folder, strict: false });
const faults = book.errors.map((fault) => `datapackage.json: ${fault.message}`);
let rows = 0;
for (const resource of book.resources) {
  try {
    const read = await resource.read({ keyed: true, relations: true });
    rows += read.length;
  } catch (fault) {
    const causes = fault.errors?.length > 0 ? fault.errors : [fault];
    faults.push(...causes.map((one) => `${resource.name}: ${one.message}`));
  }
}
process.stdout.write(`${book.resources.length} files, ${rows} rows\n`);
for (const fault of faults) process.stdout.write(`${fault}\n`);
process.exitCode = faults.length > 0 ? 1 : 0;
