// A vendor as somebody else would build one: a SCIM 2.0 server out of packages of other makers, with
// ids and logins of its own, seats that are membership of groups, and tokens by client credentials.
// Tests link it. It prints its address once it listens, and what it was asked to change.
//   node scripts/scim-vendor.mjs people.json
// people.json: {"groups": {"g-1": "Studio Pro"}, "users": [{"userName", "email", "groups": ["g-1"]}]}
import { readFileSync } from 'node:fs';
import { Buffer } from 'node:buffer';
import process from 'node:process';
import express from 'express';
import SCIMMY from 'scimmy';
import SCIMMYRouters from 'scimmy-routers';

const CLIENT = Buffer.from('tally:shown-once').toString('base64');
const TOKEN = 'of-an-hour';

const given = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const users = new Map();
const groups = new Map();
for (const [id, displayName] of Object.entries(given.groups)) {
  groups.set(id, { id, displayName, members: [] });
}
for (const [n, one] of given.users.entries()) {
  const id = `u-${String(1000 + n)}`;
  users.set(id, {
    id,
    userName: one.userName,
    externalId: one.externalId,
    active: one.active ?? true,
    emails: [{ value: one.email, primary: true }],
  });
  for (const group of one.groups) groups.get(group).members.push({ value: id });
}

function kept(rows, what) {
  const filtered = (resource, all) => (resource.filter ? resource.filter.match(all) : all);
  return [
    (resource, instance) => {
      const id = resource.id ?? `n-${String(rows.size + 1)}`;
      const row = { ...JSON.parse(JSON.stringify(instance)), id };
      rows.set(id, row);
      process.stdout.write(`${what} ${id} ${JSON.stringify(row.members ?? row.active)}\n`);
      return row;
    },
    (resource) => {
      if (!resource.id) return filtered(resource, [...rows.values()]);
      if (!rows.has(resource.id)) throw new SCIMMY.Types.Error(404, null, 'Not there.');
      return rows.get(resource.id);
    },
    (resource) => {
      if (!rows.delete(resource.id)) throw new SCIMMY.Types.Error(404, null, 'Not there.');
    },
  ];
}

for (const [type, rows, what] of [
  [SCIMMY.Resources.User, users, 'user'],
  [SCIMMY.Resources.Group, groups, 'group'],
]) {
  const [ingress, egress, degress] = kept(rows, what);
  SCIMMY.Resources.declare(type, { ingress, egress, degress });
}

const app = express();
app.post('/token', express.urlencoded({ extended: false }), (request, answer) => {
  const known = request.header('Authorization') === `Basic ${CLIENT}`;
  if (!known || request.body.grant_type !== 'client_credentials') {
    answer.status(401).json({ error: 'invalid_client' });
    return;
  }
  answer.json({ access_token: TOKEN, token_type: 'Bearer', expires_in: 3600 });
});
app.use(
  '/scim/v2',
  new SCIMMYRouters({
    type: 'bearer',
    handler: (request) => {
      if (request.header('Authorization') !== `Bearer ${TOKEN}`) throw new Error('Who asks?');
      return 'tally';
    },
  }),
);
const server = app.listen(0, '127.0.0.1', () => {
  process.stdout.write(`http://127.0.0.1:${server.address().port}\n`);
});
