// Posts a slate of many moves at a stand-in that answers slowly and allows few calls a second, kills
// the server with SIGKILL in the middle, starts it again and counts what became of every move.
//   node bench/slates.mjs server/target/quarkus-app/quarkus-run.jar [moves] [calls a second] [ms]
// Needs Node, Java and zip. Figures: docs/performance.md.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [jar, movesText = '5000', limitText = '50', slowText = '20'] = process.argv.slice(2);
if (!jar) {
  console.error('Usage: node bench/slates.mjs <quarkus-run.jar> [moves] [calls a second] [ms]');
  process.exit(2);
}
const [MOVES, LIMIT, SLOW] = [movesText, limitText, slowText].map(Number);
const PORT = 8099;
const BASE = `http://127.0.0.1:${PORT}`;
const TOKEN = 'bench-token';
const folder = mkdtempSync(join(tmpdir(), 'sober-tally-slates-'));
const started = Date.now();
const seconds = () => ((Date.now() - started) / 1000).toFixed(1);

function start() {
  return spawn(
    'java',
    [
      '-Dquarkus.profile=demo',
      `-Dsober.tally.port=${PORT}`,
      `-Dsober.demo.slowness=PT${SLOW / 1000}S`,
      `-Dsober.demo.calls-per-second=${LIMIT}`,
      '-Dsober.vendors.read-every=off',
      '-jar',
      jar,
    ],
    { env: { ...process.env, SOBER_TALLY_TOKEN: TOKEN, SOBER_TALLY_DATA: folder }, stdio: 'ignore' },
  );
}

async function ready() {
  for (;;) {
    try {
      if ((await fetch(`${BASE}/q/health/ready`)).ok) return;
    } catch {
      // Not yet.
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
  const all = [...Array(MOVES).keys()].map((n) => String(n).padStart(6, '0'));
  write('vendors.csv', ['vendor,name', 'quarrel,Quarrel Point']);
  write('plans.csv', ['plan,vendor,name,model,parts', 'pen,quarrel,Pen,NAMED,mail']);
  write('agreements.csv', [
    'agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink',
    'a,quarrel,Pens,EUR,2026-01-01,2027-01-01,30,AUTO,MONTHLY',
  ]);
  write('lines.csv', ['line,agreement,plan,seats,unit_price', `pens,a,pen,${MOVES},40`]);
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
  const moves = all.map((n) => ({ kind: 'TAKE_BACK', holding: `h${n}` }));
  const slate = await steward('POST', '/api/v1/slates', { moves });
  console.log(`${MOVES} moves drafted and previewed in ${Date.now() - from} ms`);
  from = Date.now();
  await steward('POST', `/api/v1/slates/${slate.id}/send`, { deadline: null, note: null });
  await decider('POST', `/api/v1/slates/${slate.id}/decide`, { grant: true, reason: null });
  await steward('POST', `/api/v1/slates/${slate.id}/post`);
  console.log(`sent, granted and posted in ${Date.now() - from} ms`);
  from = Date.now();
  let killed = 0;
  let down = 0;
  for (;;) {
    await new Promise((r) => setTimeout(r, 1000));
    const asked = Date.now();
    const now = (await steward('GET', '/api/v1/slates')).find((s) => s.id === slate.id);
    const took = Date.now() - asked;
    if (now.settled % 1000 < LIMIT) {
      console.log(`${seconds()} s: ${now.settled} of ${MOVES} settled; the list took ${took} ms`);
    }
    if (!killed && now.settled >= MOVES / 2) {
      server.kill('SIGKILL');
      killed = now.settled;
      console.log(`${seconds()} s: killed with ${killed} settled`);
      const off = Date.now();
      server = start();
      await ready();
      down = Date.now() - off;
      steward = await signIn('runa');
      console.log(`${seconds()} s: up again after ${down} ms`);
    }
    if (now.openCalls === 0) break;
  }
  const took = (Date.now() - from - down) / 1000;
  const whole = await steward('GET', `/api/v1/slates/${slate.id}`);
  const states = {};
  for (const move of whole.moves) states[move.state] = (states[move.state] ?? 0) + 1;
  console.log(`settled in ${took.toFixed(1)} s without the restart: ${(MOVES / took).toFixed(1)} a second`);
  console.log(JSON.stringify(states));
} finally {
  server.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
