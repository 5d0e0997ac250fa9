import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Group, Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import Groups from './Groups.svelte';

const GROUP = '/api/v1/groups/{group}';
const crew: Schemas['GroupSheet'] = {
  group: 'crew',
  name: 'Night crew',
  retentionDays: null,
  follows: null,
  ofDirectory: false,
  members: [{ person: 'bo', name: 'Bo', email: 'bo@x.example', department: 'Deck', lead: false }],
  departments: ['Deck', 'Sails'],
};
const choices = {
  groups: [],
  plans: [],
  vendors: [],
  sites: [],
  departments: ['Deck'],
  managers: [],
};
const listed = [{ group: 'crew', name: 'Night crew', members: 1, leads: [], rules: [] }] as unknown;

beforeEach(() => {
  at('/house-rules?part=groups&of=crew');
  vi.spyOn(book, 'load').mockResolvedValue();
});

it('brings somebody in, lets them lead, and has the group follow a department', async () => {
  signIn('STEWARD');
  const asked = serve({
    'GET /api/v1/groups': listed as Group[],
    'GET /api/v1/people/choices': choices,
    [`GET ${GROUP}`]: crew,
    [`POST ${GROUP}/members`]: crew,
    [`PUT ${GROUP}`]: { ...crew, follows: 'Sails' },
  });
  render(Groups);
  await fireEvent.input(await screen.findByLabelText('Who comes in'), {
    target: { value: 'cy@x.example' },
  });
  await fireEvent.click(screen.getByRole('button', { name: 'comes in' }));
  await waitFor(() => expect(only(asked, `POST ${GROUP}/members`)).toHaveLength(1));
  await fireEvent.click(screen.getByRole('button', { name: 'Bo leads' }));
  await waitFor(() => expect(only(asked, `POST ${GROUP}/members`)).toHaveLength(2));
  expect(only(asked, `POST ${GROUP}/members`).map((one) => one.body)).toEqual([
    { who: 'cy@x.example', lead: false },
    { who: 'bo', lead: true },
  ]);
  await fireEvent.change(screen.getByLabelText('Whose people it has'), {
    target: { value: 'Sails' },
  });
  await waitFor(() => expect(screen.queryByLabelText('Who comes in')).toBeNull());
  expect(only(asked, `PUT ${GROUP}`)[0]!.body).toEqual({
    name: 'Night crew',
    retentionDays: null,
    follows: 'Sails',
  });
});

it('changes nothing of a group that the directory keeps', async () => {
  signIn('STEWARD');
  serve({
    'GET /api/v1/groups': listed as Group[],
    'GET /api/v1/people/choices': choices,
    [`GET ${GROUP}`]: { ...crew, ofDirectory: true },
  });
  render(Groups);
  expect(await screen.findByText(/The directory keeps it/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Bo goes' })).toBeNull();
});
