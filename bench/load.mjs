// Puts a large book into a running, empty instance and times what its pages ask for.
//   SOBER_TALLY_TOKEN=t SOBER_TALLY_DATA=/some/empty/folder java -Xmx1g -jar quarkus-run.jar
//   node bench/load.mjs http://localhost:8080 t [holdings] [activity rows] [people]
// Needs nothing but Node. The book is generated from a fixed seed. Figures: docs/performance.md.
import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openAsBlob } from 'node:fs';

const [base, token, holdingsText = '100000', rowsText = '20000000', peopleText] = process.argv.slice(2);
if (!base || !token) {
  console.error('Usage: node bench/load.mjs <address> <token> [holdings] [activity rows] [people]');
  process.exit(2);
}
const HOLDINGS = Number(holdingsText);
const ROWS = Number(rowsText);
const PEOPLE = Number(peopleText ?? holdingsText);
const DAYS = 400;
const PARTS = ['mail', 'docs'];
const folder = mkdtempSync(join(tmpdir(), 'sober-tally-load-'));
const FIRST = Date.parse('2025-08-25');
const day = (n) => new Date(FIRST + n * 86_400_000).toISOString().slice(0, 10);

let state = 42;
const random = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 2 ** 32;
};

async function file(name, header, write) {
  const out = createWriteStream(join(folder, name), { highWaterMark: 1 << 20 });
  let buffer = header + '\n';
  const row = async (text) => {
    buffer += text + '\n';
    if (buffer.length > 1 << 20) {
      if (!out.write(buffer)) await once(out, 'drain');
      buffer = '';
    }
  };
  await write(row);
  out.end(buffer);
  await once(out, 'finish');
}

const LINES = 10;
const id = (n) => String(n).padStart(7, '0');
// A second vendor, at which seats were taken back and the data lies.
const LYING = Math.min(50_000, HOLDINGS);
await file('vendors.csv', 'vendor,name', async (row) => {
  await row('big,Big vendor');
  await row('attic,Attic');
});
await file('plans.csv', 'plan,vendor,name,ladder,rank,model,parts', async (row) => {
  // Two tiers a ladder, told apart by what they are for.
  for (let p = 0; p < LINES; p++) {
    const parts = p % 2 === 0 ? PARTS[0] : PARTS.join(' ');
    await row(`plan${p},big,Plan ${p},ladder${p >> 1},${1 + (p % 2)},NAMED,${parts}`);
  }
  await row('box,attic,Box,,,NAMED,files');
});
await file(
  'agreements.csv',
  'agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink',
  async (row) => {
    await row('a,big,Big,EUR,2025-01-01,2026-01-01,30,AUTO,AT_RENEWAL');
    await row('b,attic,Attic,EUR,2025-01-01,2026-01-01,30,AUTO,AT_RENEWAL');
  },
);
await file('lines.csv', 'line,agreement,plan,seats,unit_price', async (row) => {
  for (let p = 0; p < LINES; p++) await row(`line${p},a,plan${p},${HOLDINGS},${(p + 1) * 40}`);
  await row('boxes,b,box,100,60');
});
await file('people.csv', 'person,name,email,department,status,status_since', async (row) => {
  for (let n = 0; n < PEOPLE; n++) {
    // One in a hundred has left.
    const status = n % 100 === 99 ? `LEFT,${day(380)}` : 'ACTIVE,';
    await row(`p${id(n)},Person ${n},p${n}@skerryline.example,d${n % 60},${status}`);
  }
});
await file('accounts.csv', 'account,vendor,person,email,state,stored_gb', async (row) => {
  for (let n = 0; n < HOLDINGS; n++) await row(`a${id(n)},big,p${id(n % PEOPLE)},p${n % PEOPLE}@skerryline.example,ACTIVE,`);
  for (let n = 0; n < LYING; n++) await row(`k${id(n)},attic,p${id(n % PEOPLE)},k${n}@skerryline.example,ACTIVE,${n % 90}`);
});
await file('holdings.csv', 'holding,account,line,from,until', async (row) => {
  // Three in ten hold the largest subscription.
  for (let n = 0; n < HOLDINGS; n++) {
    const line = n % 10 < 3 ? 0 : n % LINES;
    await row(`h${id(n)},a${id(n)},line${line},${day(Math.floor(random() * 300))},`);
  }
  for (let n = 0; n < LYING; n++) await row(`o${id(n)},k${id(n)},boxes,${day(0)},${day(60 + (n % 300))}`);
});
await file('data_rules.csv', 'vendor,after,stage,name,days,reach,per_gb_month,pooled,from,joins_at', async (row) => {
  await row('attic,TAKEN_BACK,1,Kept,90,ADMIN,,,,');
  await row('attic,TAKEN_BACK,2,Shelf,,ADMIN,0.02,,,');
  await row(`attic,TAKEN_BACK,1,Kept,90,ADMIN,,,${day(DAYS + 60)},2`);
  await row(`attic,TAKEN_BACK,2,Archive,730,PAID,0.05,true,${day(DAYS + 60)},2`);
});
await file('evidence.csv', 'vendor,complete_from,complete_to,kind', (row) =>
  row(`big,${day(0)},${day(DAYS - 1)},DAILY`),
);
await file('activity.csv', 'account,part,day', async (row) => {
  const chance = ROWS / (HOLDINGS * PARTS.length * DAYS);
  for (let d = 0; d < DAYS; d++) {
    const text = day(d);
    for (let n = 0; n < HOLDINGS; n++) {
      for (const part of PARTS) if (random() < chance) await row(`a${id(n)},${part},${text}`);
    }
  }
});
const zip = join(folder, 'book.zip');
execFileSync('zip', ['-q', '-1', '-j', zip, ...['vendors', 'plans', 'agreements', 'lines', 'people', 'accounts', 'holdings', 'evidence', 'activity', 'data_rules'].map((f) => join(folder, f + '.csv'))]);
console.log(`book: ${HOLDINGS} holdings, about ${ROWS} rows of use, ${(statSync(zip).size / 1e6).toFixed(0)} MB as a zip`);

const headers = { Authorization: `Bearer ${token}` };
let began = performance.now();
const put = await fetch(`${base}/api/v1/book?replace=true`, {
  method: 'PUT',
  headers: { ...headers, 'Content-Type': 'application/zip' },
  body: await openAsBlob(zip),
});
const taken = await put.json();
console.log(`intake: ${put.status}, ${((performance.now() - began) / 1000).toFixed(1)} s, ${JSON.stringify(taken.rows ?? taken)}`);
rmSync(folder, { recursive: true });

const asOf = day(DAYS + 1);
const PATHS = {
  standing: `/standing?asOf=${asOf}`,
  subscriptions: `/subscriptions?asOf=${asOf}`,
  'one subscription': `/subscriptions/line0?asOf=${asOf}`,
  'its idle curve': `/subscriptions/line0/idle-curve?asOf=${asOf}`,
  'its ledger': `/subscriptions/line0/ledger?asOf=${asOf}&newest=3`,
  'its series': `/subscriptions/line0/series?asOf=${asOf}`,
  'its lower tiers': `/subscriptions/line0/lower-tiers?asOf=${asOf}`,
  'all combinations': `/findings/combinations?asOf=${asOf}`,
  'the board': `/findings/board?asOf=${asOf}`,
  'people, first 200': `/people?asOf=${asOf}&limit=200`,
  'people by words': `/people?asOf=${asOf}&q=erson%2012&limit=200`,
  'people, plan and use': `/people?asOf=${asOf}&holds=plan0&lacks=plan3&unused=30&sort=COST&limit=200`,
  'totals of people': `/people/totals?asOf=${asOf}&kind=IDLE`,
  'routes of one person': `/people/p0000099/routes?asOf=${asOf}`,
  'leavers, by person': `/leavers/people?asOf=${asOf}`,
  'an estate of 50,000': `/vendors/attic/estate?asOf=${asOf}`,
  'its months': `/vendors/attic/estate/months?asOf=${asOf}`,
  'statement, 24 months': `/statement?by=department&from=2024-10&to=2026-09&asOf=${asOf}`,
  'the same by manager': `/statement?by=manager&from=2024-10&to=2026-09&asOf=${asOf}`,
  'its first 100 holders': `/subscriptions/line0/holdings?asOf=${asOf}&limit=100`,
};
const ROUNDS = 40;
for (const [name, path] of Object.entries(PATHS)) {
  const times = [];
  for (let n = 0; n < ROUNDS; n++) {
    began = performance.now();
    const answer = await fetch(`${base}/api/v1${path}`, { headers });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    times.push(performance.now() - began);
  }
  const warm = times.slice(ROUNDS / 2).sort((a, b) => a - b);
  const at = (share) => warm[Math.floor(share * (warm.length - 1))].toFixed(1);
  console.log(`${name.padEnd(24)} first ${times[0].toFixed(0)} ms, warm: half under ${at(0.5)} ms, most ${at(0.95)} ms`);
}

const spread = (times) => {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share) => sorted[Math.floor(share * (sorted.length - 1))].toFixed(0);
  return `half under ${at(0.5)} ms, most ${at(0.95)} ms`;
};

/** The times of later calls only: the first teach the compiler. */
async function timed(calls, warmUp, work) {
  const times = [];
  for (let n = 0; n < calls; n++) {
    const from = performance.now();
    await work(n);
    if (n >= warmUp) times.push(performance.now() - from);
  }
  return spread(times);
}

// Each time another line, so that nothing can be remembered.
const lines = await timed(70, 30, async (n) => {
  const path = `/findings/board?asOf=${asOf}&idleLine=${31 + n}`;
  const answer = await fetch(`${base}/api/v1${path}`, { headers });
  await answer.arrayBuffer();
});
console.log(`the board at another idle line: ${lines}`);

const json = async (method, path, as, body) => {
  const answer = await fetch(`${base}/api/v1${path}`, {
    method,
    headers: { Authorization: `Bearer ${as}`, 'Content-Type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  return answer.json();
};
const steward = (await json('POST', '/access/tokens', token, { name: 'load', role: 'STEWARD' })).token;
const plan = await json('POST', '/rounds/plans', steward, {
  name: 'Everything',
  weekday: 1,
  time: '09:00',
  zone: 'UTC',
  vendors: [],
  groups: [],
  kinds: ['IDLE', 'NEVER_OPENED', 'LEFT_PAID', 'SUSPENDED_PAID'],
  askDays: 7,
  decideDays: 7,
  withService: false,
  active: false,
});
began = performance.now();
const round = await json('POST', `/rounds/plans/${plan.id}/run`, steward);
console.log(`a round over everything: ${round.found} seats gathered in ${((performance.now() - began) / 1000).toFixed(1)} s`);

// A slate of 5,000 moves: drafted at once, and looked at again with its preview.
const holders = [];
for (let line = 0; line < LINES && holders.length < 5_000; line++) {
  const rows = await json('GET', `/subscriptions/line${line}/holdings?state=IDLE&limit=1000`, steward);
  holders.push(...rows.map((row) => row.holding));
}
const moves = holders.slice(0, 5_000).map((holding) => ({ kind: 'TAKE_BACK', holding }));
began = performance.now();
const slate = await json('POST', '/slates', steward, { moves });
console.log(`a slate of ${slate.moves.length} moves drafted in ${((performance.now() - began) / 1000).toFixed(1)} s`);
const preview = await timed(50, 10, () => json('GET', `/slates/${slate.id}`, steward));
console.log(`that slate with its preview: ${preview}`);
