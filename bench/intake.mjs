// Puts a firm of 50,000 people into a running, empty instance and times what bringing in files and
// saving terms takes there: a vendor's export of 300,000 seats, and a vendor's sheet with 40 plans
// and 400 prices by quantity.
//   SOBER_TALLY_TOKEN=t SOBER_TALLY_DATA=/some/empty/folder java -Xmx2g -jar quarkus-run.jar
//   node bench/intake.mjs http://localhost:8080 t [people]
// Needs nothing but Node and zip. Figures: docs/performance.md.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [base, token, peopleText = '50000'] = process.argv.slice(2);
if (!base || !token) {
  console.error('Usage: node bench/intake.mjs <address> <token> [people]');
  process.exit(2);
}
const PEOPLE = Number(peopleText);
const PLANS = 40;
const BREAKS = 10;
const SEATS_EACH = 6;
const folder = mkdtempSync(join(tmpdir(), 'sober-tally-intake-'));
const numbers = (n) => Array.from({ length: n }, (_, i) => i);
const file = (name, rows) => writeFileSync(join(folder, name), rows.join('\n') + '\n');

async function call(method, path, body, type = 'application/json') {
  const began = performance.now();
  const answer = await fetch(base + '/api/v1' + path, {
    method,
    headers: { Authorization: `Bearer ${token}`, ...(body && { 'Content-Type': type }) },
    body,
  });
  const text = await answer.text();
  const ms = performance.now() - began;
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 400)}`);
  return { ms, json: text ? JSON.parse(text) : null };
}
const said = (what, ms) => console.log(`${what.padEnd(52)} ${ms.toFixed(0).padStart(7)} ms`);

file('vendors.csv', ['vendor,name', 'fellmark,Fellmark']);
file('plans.csv', [
  'plan,vendor,name,model,parts',
  ...numbers(PLANS).map((n) => `p${n},fellmark,Plan ${n},NAMED,part${n}`),
]);
file('agreements.csv', [
  'agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink',
  'f-1,fellmark,Frame,EUR,2025-01-01,2027-01-01,90,AUTO,AT_RENEWAL',
]);
file('lines.csv', [
  'line,agreement,plan,seats,unit_price,pricing',
  ...numbers(PLANS).map((n) => `l${n},f-1,p${n},${PEOPLE},100,VOLUME`),
]);
file('price_breaks.csv', [
  'line,from_seats,unit_price',
  ...numbers(PLANS).flatMap((n) => numbers(BREAKS).map((b) => `l${n},${(b + 1) * 100},${99 - b}`)),
]);
file('people.csv', [
  'person,name,email,status',
  ...numbers(PEOPLE).map((n) => `e${n},Person ${n},person${n}@fell.example,ACTIVE`),
]);
const zip = join(folder, 'book.zip');
execFileSync('zip', ['-q', '-j', zip, ...'vendors plans agreements lines price_breaks people'.split(' ').map((f) => join(folder, `${f}.csv`))]);
said(`a book of ${PEOPLE} people`, (await call('PUT', '/book?replace=true', readFileSync(zip), 'application/zip')).ms);

const seats = ['Mail;Product;Since'];
for (const n of numbers(PEOPLE)) {
  for (const s of numbers(SEATS_EACH)) {
    seats.push(`person${n}@fell.example;Plan ${(n + s * 7) % PLANS};2026-03-0${s + 1}`);
  }
}
const bytes = Buffer.from(seats.join('\n'));
const brought = await call('POST', '/intake/files?name=seats.csv', bytes, 'application/octet-stream');
said(`a file of ${seats.length - 1} seats, ${(bytes.length >> 20)} MB, looked at`, brought.ms);
const mapping = JSON.stringify({
  source: 'bench', kind: 'HOLDINGS', vendor: 'fellmark', dayForm: 'ISO',
  columns: { who: 'Mail', plan: 'Product', from: 'Since' },
});
const path = `/intake/files/${brought.json.id}`;
const check = await call('POST', `${path}/check`, mapping);
said(`dry-run, ${check.json.good} good`, check.ms);
said('taken in', (await call('POST', `${path}/take`, mapping)).ms);

const times = [];
const checks = [];
for (const round of numbers(11)) {
  const sheet = (await call('GET', '/vendors/fellmark/terms')).json;
  const edit = {
    state: sheet.state, why: 'bench', agreements: [{ agreement: 'f-1', noticeDays: String(60 + round) }],
    lines: sheet.agreements[0].lines.map((line) => ({
      line: line.line,
      breaks: line.breaks.map((b, i) => ({ fromSeats: String(b.fromSeats), unitPrice: String(98 - i - round / 100) })),
    })),
  };
  checks.push((await call('POST', '/vendors/fellmark/terms/check', JSON.stringify(edit))).ms);
  times.push((await call('PUT', '/vendors/fellmark/terms', JSON.stringify(edit))).ms);
}
const median = (list) => list.slice(1).sort((a, b) => a - b)[(list.length - 1) >> 1];
said(`terms of ${PLANS} plans and ${PLANS * BREAKS} breaks: checked`, median(checks));
said('saved', median(times));
rmSync(folder, { recursive: true });
