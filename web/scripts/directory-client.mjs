// Drives a directory endpoint (SCIM 2.0, RFC 7643 and 7644) as somebody else's client would, and
// judges its answers by three packages that know nothing of this project: one that holds resources
// to their schema, one that applies changes (PATCH), one that follows filters. Whatever they and the
// endpoint see differently is written out, one line each, and the exit code is 1.
//   node scripts/directory-client.mjs http://127.0.0.1:8080/scim/v2 token
import { createRequire } from 'node:module';
import process from 'node:process';
import { scimPatch } from 'scim-patch';
import SCIMMY from 'scimmy';

const { parse, filter: following } = createRequire(import.meta.url)('scim2-parse-filter');
const [base, token] = process.argv.slice(2);
const USER = 'urn:ietf:params:scim:schemas:core:2.0:User';
const WORK = 'urn:ietf:params:scim:schemas:extension:enterprise:2.0:User';
const PATCH = 'urn:ietf:params:scim:api:messages:2.0:PatchOp';
const HOW_MANY = 60;

SCIMMY.Schemas.User.definition.extend(SCIMMY.Schemas.EnterpriseUser.definition);

let checks = 0;
const faults = [];
function holds(what, is, seen) {
  checks++;
  if (!is) faults.push(`${what}: ${typeof seen === 'string' ? seen : JSON.stringify(seen)}`);
}

async function call(method, path, body) {
  const answer = await fetch(base + path, {
    method,
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/scim+json' },
    body: body && JSON.stringify(body),
  });
  const text = await answer.text();
  return { status: answer.status, body: text ? JSON.parse(text) : undefined };
}

/** Says what another maker's schema finds wrong with a resource. */
function fits(what, resource) {
  try {
    const read = new SCIMMY.Schemas.User(structuredClone(resource), 'out');
    holds(what, read.userName === resource.userName, read);
  } catch (fault) {
    holds(what, false, fault.message);
  }
}

/** The judge minds how words are written; of these attributes the RFC does not. */
function anyCase(value) {
  return JSON.parse(JSON.stringify(value), (_, v) => (typeof v === 'string' ? v.toLowerCase() : v));
}

/** Everything but what the endpoint itself writes, with keys in one order. */
function content(resource) {
  const sorted = (value) => {
    if (Array.isArray(value)) {
      return value.map(sorted).sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b)));
    }
    if (value === null || typeof value !== 'object') return value;
    const kept = Object.entries(value)
      .filter(([, v]) => v !== undefined && !(Array.isArray(v) && v.length === 0))
      .filter(([k]) => k !== '$ref' && k !== 'display');
    return Object.fromEntries(kept.sort().map(([k, v]) => [k, sorted(v)]));
  };
  const own = ['meta', 'groups', 'schemas'];
  const rest = Object.entries(resource).filter(([key]) => !own.includes(key));
  return JSON.stringify(sorted(Object.fromEntries(rest)));
}

const drawn = (n) => ({
  schemas: [USER, WORK],
  userName: `${n % 3 === 0 ? 'Crew' : 'crew'}.${n}@others.example`,
  externalId: `other-${n}`,
  displayName: `Crew Hand ${n}`,
  name: { givenName: `Hand${n}`, familyName: n % 2 ? 'Orrin' : 'Vale' },
  title: n % 4 ? 'Deckhand' : 'Mate',
  active: n % 5 !== 0,
  emails: [
    { value: `crew.${n}@others.example`, type: 'work', primary: true },
    ...(n % 2 ? [{ value: `hand${n}@home.example`, type: 'home' }] : []),
  ],
  [WORK]: {
    employeeNumber: `o${n}`,
    department: n % 2 ? 'Deck' : 'Engine',
    costCenter: `${n % 7}`,
  },
});

const made = [];
for (let n = 0; n < HOW_MANY; n++) {
  const sent = drawn(n);
  new SCIMMY.Schemas.User(structuredClone(sent), 'in');
  const { status, body } = await call('POST', '/Users', sent);
  holds(`making ${n}`, status === 201, { status, body });
  if (status !== 201) continue;
  fits(`what was made ${n}`, body);
  holds(`what was sent ${n}`, content({ ...body, id: undefined }) === content(sent), body);
  made.push(body);
}

for (const asked of [
  'userName eq "CREW.7@others.example"',
  'externalId eq "other-12"',
  'externalId eq "OTHER-12"',
  'userName sw "crew.1"',
  'name.familyName eq "vale" and active eq true',
  'not (name.familyName eq "vale") and userName co "others.example"',
  'emails[type eq "home" and value co "hand1"]',
  'emails.type eq "home" and title eq "Mate"',
  'title pr and title ne "Mate" and userName ew "@others.example"',
  `${WORK}:department eq "Engine" and active eq false`,
  '(externalId eq "other-1" or externalId eq "other-2") and active eq true',
]) {
  const { status, body } = await call(
    'GET',
    `/Users?startIndex=1&count=200&filter=${encodeURIComponent(asked)}`,
  );
  holds(`filter ${asked}`, status === 200, { status, body });
  if (status !== 200) continue;
  const answered = (body.Resources ?? []).map((r) => r.id).sort();
  const fit = following(parse(asked.replaceAll(/"[^"]*"/g, (quoted) => quoted.toLowerCase())));
  // Only externalId is case exact (RFC 7643, 3.1 and 4.1).
  const exact = asked === 'externalId eq "OTHER-12"';
  const wanted = exact
    ? []
    : made
        .filter((r) => fit(anyCase(r)))
        .map((r) => r.id)
        .sort();
  const ours = answered.filter((id) => made.some((r) => r.id === id));
  holds(`filter ${asked}`, JSON.stringify(ours) === JSON.stringify(wanted), { ours, wanted });
  holds(`count of ${asked}`, body.totalResults === answered.length, body.totalResults);
}

const changes = [
  [{ op: 'replace', path: 'displayName', value: 'Somebody Else' }],
  [{ op: 'replace', path: 'name.familyName', value: 'Pell' }],
  [{ op: 'add', path: 'nickName', value: 'Nib' }],
  [{ op: 'remove', path: 'title' }],
  [{ op: 'replace', path: 'emails[type eq "work"].value', value: 'changed@others.example' }],
  [{ op: 'remove', path: 'emails[type eq "home"]' }],
  [{ op: 'add', path: 'phoneNumbers', value: [{ value: '+351 555 0199', type: 'work' }] }],
  [{ op: 'replace', path: `${WORK}:department`, value: 'Bridge' }],
  [{ op: 'replace', value: { title: 'Bosun', active: false } }],
  [
    { op: 'Replace', path: 'active', value: false },
    { op: 'Add', path: 'preferredLanguage', value: 'nb-NO' },
  ],
];
for (const [n, Operations] of changes.entries()) {
  const before = made[2 * n + 1];
  const { status, body } = await call('PATCH', `/Users/${before.id}`, {
    schemas: [PATCH],
    Operations,
  });
  holds(`change ${n}`, status === 200, { status, body });
  if (status !== 200) continue;
  fits(`what was changed ${n}`, body);
  const wanted = scimPatch(structuredClone(before), structuredClone(Operations));
  holds(`change ${n}`, content(body) === content(wanted), {
    asked: Operations,
    seen: content(body),
    wanted: content(wanted),
  });
  made[2 * n + 1] = body;
}

const group = await call('POST', '/Groups', {
  schemas: ['urn:ietf:params:scim:schemas:core:2.0:Group'],
  displayName: 'Others',
  externalId: 'others',
  members: made.slice(0, 10).map((r) => ({ value: r.id })),
});
holds('making a group', group.status === 201, group);
try {
  const read = new SCIMMY.Schemas.Group(structuredClone(group.body), 'out');
  holds('its members', read.members.length === 10, read.members);
} catch (fault) {
  holds('its schema', false, fault.message);
}
const gone = await call('PATCH', `/Groups/${group.body.id}`, {
  schemas: [PATCH],
  Operations: [{ op: 'remove', path: `members[value eq "${made[3].id}"]` }],
});
holds('one member fewer', gone.body?.members?.length === 9, gone);
holds('the group goes', (await call('DELETE', `/Groups/${group.body.id}`)).status === 204, group);
for (const { id } of made) {
  holds(`deleting ${id}`, (await call('DELETE', `/Users/${id}`)).status === 204, id);
  holds(`${id} is gone`, (await call('GET', `/Users/${id}`)).status === 404, id);
}
const left = await call(
  'GET',
  `/Users?filter=${encodeURIComponent('userName co "others.example"')}`,
);
holds('nobody is left', left.body.totalResults === 0, left.body);

for (const fault of faults) console.log(fault);
console.log(`${checks} checks, ${faults.length} seen differently`);
process.exit(faults.length === 0 ? 0 : 1);
