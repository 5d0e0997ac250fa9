// Sends many people home in one slate, at an instance that bench/load.mjs has filled: every account is
// suspended, and deleted once that is over (on one of so many days). Says how long drafting, looking
// and posting take, and, given the server's process, what its waiting costs in a minute.
//   node bench/steps.mjs http://localhost:8080 t [accounts] [days] [pid]
// Needs nothing but Node. Figures: docs/performance.md.
import { readFileSync } from 'node:fs';

const [base, token, accountsText = '1250', daysText = '0', pid] = process.argv.slice(2);
if (!base || !token) {
  console.error('Usage: node bench/steps.mjs <address> <token> [accounts] [days] [pid]');
  process.exit(2);
}
const ACCOUNTS = Number(accountsText);
const DAYS = Number(daysText);
const PASSWORD = 'a decider of the load';

async function ask(method, path, headers, body) {
  const answer = await fetch(base + '/api/v1' + path, {
    method,
    headers: { ...headers, 'Content-Type': 'application/json' },
    body: body && JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
  return answer;
}
const json = async (...call) => (await ask(...call)).json();
const bearer = (secret) => ({ Authorization: `Bearer ${secret}` });

/** Somebody else than who holds the token: nobody decides what they drafted. */
async function decider() {
  await ask('PUT', '/access/people/load', bearer(token), { name: 'Load', role: 'DECIDER', password: PASSWORD });
  const signedIn = await ask('POST', '/sign-in', {}, { login: 'load', password: PASSWORD });
  const cookies = signedIn.headers.getSetCookie().map((cookie) => cookie.split(';')[0]);
  return { Cookie: cookies.join('; '), 'X-CSRF-Token': (await signedIn.json()).csrf };
}

async function accounts(as) {
  const found = new Set();
  for (let line = 0; line < 10 && found.size < ACCOUNTS; line++) {
    const path = `/subscriptions/line${line}/holdings?state=IDLE&limit=1000`;
    (await json('GET', path, as)).forEach((holding) => found.add(holding.account));
  }
  return [...found].slice(0, ACCOUNTS);
}

async function timed(what, run) {
  const start = performance.now();
  const answer = await run();
  console.log(`${what}: ${((performance.now() - start) / 1000).toFixed(2)} s`);
  return answer;
}

const name = `load ${Date.now()}`;
const steward = bearer((await json('POST', '/access/tokens', bearer(token), { name, role: 'STEWARD' })).token);
const today = Date.now();
const due = (n) => (DAYS ? new Date(today + (1 + (n % DAYS)) * 86_400_000).toISOString().slice(0, 10) : null);
const moves = (await accounts(steward)).flatMap((account, n) => [
  { kind: 'SUSPEND', account },
  { kind: 'DELETE', account, data: 'NOT_NEEDED', waits: true, due: due(n) },
]);
const slate = await timed(`${moves.length} moves drafted`, () => json('POST', '/slates', steward, { moves }));
await timed('looked at', () => json('GET', `/slates/${slate.id}`, steward));
await ask('POST', `/slates/${slate.id}/send`, steward, {});
await timed('granted', async () =>
  ask('POST', `/slates/${slate.id}/decide`, await decider(), { grant: true }),
);
await timed('posted', () => ask('POST', `/slates/${slate.id}/post`, steward));
if (pid) {
  const used = () => {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return (Number(fields[11]) + Number(fields[12])) / 100;
  };
  const later = (seconds) => new Promise((go) => setTimeout(go, seconds * 1000));
  await later(10);
  const before = used();
  await later(60);
  console.log(`processor in a minute of waiting: ${(used() - before).toFixed(1)} s`);
}
