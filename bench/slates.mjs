// Posts slates of many moves at a stand-in that answers slowly, allows few calls a second and, if
// asked to, lies; kills the server with SIGKILL on the way, starts it again, counts what became of
// every move and compares it with what the vendor has. One account in ten is not moved at all, and
// must be as it was.
//   node bench/slates.mjs skerry-demo/target/quarkus-app/quarkus-run.jar \
//     [moves] [calls a second] [ms] [kills] [share of lies]
// Needs Node, Java and zip. Figures: docs/performance.md.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [jar, movesText = '5000', limitText = '50', slowText = '20', killsText = '1', liesText = '0'] =
  process.argv.slice(2);
if (!jar) {
  console.error(
    'Usage: node bench/slates.mjs <quarkus-run.jar> [moves] [calls a second] [ms] [kills] [lies]',
  );
  process.exit(2);
}
const [MOVES, LIMIT, SLOW, KILLS, LIES] = [movesText, limitText, slowText, killsText, liesText].map(
  Number,
);
const ACCOUNTS = Math.ceil(MOVES * 1.1);
const PORT = 8099;
const BASE = `http://127.0.0.1:${PORT}`;
const TOKEN = 'bench-token';
const folder = mkdtempSync(join(tmpdir(), 'sober-tally-slates-'));
const started = Date.now();
const seconds = () => ((Date.now() - started) / 1000).toFixed(1);

const log = openSync(join(folder, 'server.log'), 'a');

function start() {
  return spawn(
    'java',
    [
      `-Dsober.tally.port=${PORT}`,
      `-Dsober.demo.slowness=PT${SLOW / 1000}S`,
      `-Dsober.demo.calls-per-second=${LIMIT}`,
      `-Dsober.demo.lies=${LIES}`,
      '-Dsober.vendors.read-every=off',
      '-jar',
      jar,
    ],
    {
      env: { ...process.env, SOBER_TALLY_TOKEN: TOKEN, SOBER_TALLY_DATA: folder },
      stdio: ['ignore', log, log],
    },
  );
}

async function ready() {
  for (;;) {
    try {
      if ((await fetch(`${BASE}/q/health/ready`)).ok) return;
    } catch {
      // Not yet.
    }
    if (server.exitCode !== null) {
      throw new Error(readFileSync(join(folder, 'server.log'), 'utf8').slice(-5000));
    }
    await new Promise((r) => setTimeout(r, 250));
  }
}

async function signIn(login) {
  const response = await fetch(`${BASE}/api/v1/sign-in`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ login, password: 'skerry-line' }),
  });
  const cookie = response.headers.get('set-cookie').split(';')[0];
  const { csrf } = await response.json();
  return async (method, path, body) => {
    const answer = await fetch(BASE + path, {
      method,
      headers: { Cookie: cookie, 'X-CSRF-Token': csrf, 'Content-Type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    return answer.status === 204 ? null : answer.json();
  };
}

function book() {
  const write = (name, rows) => writeFileSync(join(folder, name), rows.join('\n') + '\n');
  const all = [...Array(ACCOUNTS).keys()].map((n) => String(n).padStart(6, '0'));
  write('vendors.csv', ['vendor,name', 'quarrel,Quarrel Point']);
  write('plans.csv', ['plan,vendor,name,model,parts', 'pen,quarrel,Pen,NAMED,mail']);
  write('agreements.csv', [
    'agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink',
    'a,quarrel,Pens,EUR,2026-01-01,2027-01-01,30,AUTO,MONTHLY',
  ]);
  write('lines.csv', ['line,agreement,plan,seats,unit_price', `pens,a,pen,${ACCOUNTS},40`]);
  write('people.csv', [
    'person,name,email,status',
    ...all.map((n) => `p${n},Person ${n},p${n}@bench.example,ACTIVE`),
  ]);
  write('accounts.csv', [
    'account,vendor,person,email,state',
    ...all.map((n) => `a${n},quarrel,p${n},p${n}@bench.example,ACTIVE`),
  ]);
  write('holdings.csv', [
    'holding,account,line,from',
    ...all.map((n) => `h${n},a${n},pens,2026-02-01`),
  ]);
  execFileSync('sh', ['-c', 'zip -q book.zip *.csv'], { cwd: folder });
  return { zip: readFileSync(join(folder, 'book.zip')), all };
}

let server = start();
try {
  await ready();
  const { zip, all } = book();
  const put = await fetch(`${BASE}/api/v1/book?replace=true`, {
    method: 'PUT',
    headers: { Authorization: `Bearer ${TOKEN}`, 'Content-Type': 'application/zip' },
    body: zip,
  });
  if (!put.ok) throw new Error(await put.text());
  let steward = await signIn('runa');
  const decider = await signIn('teodor');
  let from = Date.now();
  // A slate holds at most 5,000 moves.
  const slates = [];
  for (let first = 0; first < MOVES; first += 5000) {
    const moves = all
      .slice(first, Math.min(MOVES, first + 5000))
      .map((n) => ({ kind: 'TAKE_BACK', holding: `h${n}` }));
    slates.push((await steward('POST', '/api/v1/slates', { moves })).id);
  }
  console.log(`${MOVES} moves drafted and previewed in ${Date.now() - from} ms`);
  from = Date.now();
  for (const id of slates) {
    await steward('POST', `/api/v1/slates/${id}/send`, { deadline: null, note: null });
    await decider('POST', `/api/v1/slates/${id}/decide`, { grant: true, reason: null });
    await steward('POST', `/api/v1/slates/${id}/post`);
  }
  console.log(`sent, granted and posted in ${Date.now() - from} ms`);
  from = Date.now();
  let kills = 0;
  let down = 0;
  for (;;) {
    await new Promise((r) => setTimeout(r, 1000));
    const asked = Date.now();
    const ours = (await steward('GET', '/api/v1/slates')).filter((s) => slates.includes(s.id));
    const took = Date.now() - asked;
    const settled = ours.reduce((sum, s) => sum + s.settled, 0);
    if (settled % 1000 < LIMIT) {
      console.log(`${seconds()} s: ${settled} of ${MOVES} settled; the list took ${took} ms`);
    }
    if (kills < KILLS && settled >= ((kills + 1) * MOVES) / (KILLS + 1)) {
      // A process that waits for the disk lives on for a while and keeps the database locked.
      const gone = new Promise((r) => server.once('exit', r));
      server.kill('SIGKILL');
      await gone;
      kills++;
      console.log(`${seconds()} s: killed with ${settled} settled`);
      const off = Date.now();
      server = start();
      await ready();
      down += Date.now() - off;
      steward = await signIn('runa');
      console.log(`${seconds()} s: up again after ${Date.now() - off} ms`);
    }
    if (ours.every((s) => s.openCalls === 0)) break;
  }
  const took = (Date.now() - from - down) / 1000;
  const whole = [];
  for (const id of slates) whole.push(...(await steward('GET', `/api/v1/slates/${id}`)).moves);
  const states = {};
  for (const move of whole) states[move.state] = (states[move.state] ?? 0) + 1;
  console.log(`settled in ${took.toFixed(1)} s without the restart: ${(MOVES / took).toFixed(1)} a second`);
  console.log(JSON.stringify(states));
  server.kill('SIGKILL');
  // The vendor writes down whom it changed; the last row of an account holds.
  const atVendor = new Map(
    readFileSync(join(folder, 'vendors', 'quarrel.tsv'), 'utf8')
      .split('\n')
      .filter(Boolean)
      .map((row) => row.split('\t'))
      .map(([account, plans]) => [account, plans.split(/[ ,]/).includes('pen')]),
  );
  const untrue = whole.filter((m) => m.state === 'CONFIRMED' && atVendor.get(m.account) !== false);
  const touched = all.slice(MOVES).filter((n) => atVendor.has(`a${n}`));
  const odd = whole.filter((m) => !['CONFIRMED', 'FAILED'].includes(m.state));
  console.log(
    `${kills} kills; confirmed though the vendor has it: ${untrue.length}; accounts touched that were not moved: ${touched.length}; neither confirmed nor failed: ${odd.length}`,
  );
  if (untrue.length + touched.length + odd.length > 0) process.exitCode = 1;
} finally {
  server.kill('SIGKILL');
  if (process.env.KEEP) console.log(folder);
  else rmSync(folder, { recursive: true, force: true });
}
