import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { at, choose, only, serve, signIn } from '../../testing/server';
import { told } from '../../state/told.svelte';
import AskLinks from './AskLinks.svelte';

const link: Schemas['AskLink'] = {
  id: 'l1',
  plan: 'beacon-drills',
  planName: 'Drills',
  domains: ['skerryline.example'],
  groups: [],
  until: '2026-10-14',
  createdBy: 'Runa Skarholt',
  asked: 2,
  withdrawn: false,
  path: '/ask/token',
};
const choices = {
  groups: [{ id: 'deck', name: 'Deck crew' }],
  leads: [],
  sites: [],
  departments: [],
  plans: [{ id: 'beacon-drills', name: 'Beaconfell Drills' }],
};

beforeEach(() => {
  at('/people/waiting');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('makes a link for several domains, a group and a fortnight', async () => {
  const asked = serve({
    'GET /api/v1/ask/links': [],
    'GET /api/v1/people/choices': choices,
    'POST /api/v1/ask/links': [link],
  });
  render(AskLinks);
  await fireEvent.click(screen.getByRole('button', { name: 'make one' }));
  await screen.findByRole('option', { name: 'Beaconfell Drills' });
  await choose(screen.getByLabelText(/a seat of/), 'beacon-drills');
  await fireEvent.input(screen.getByLabelText(/for addresses of/), {
    target: { value: 'skerryline.example, yard.example' },
  });
  await choose(screen.getByLabelText(/in the group/), 'deck');
  await fireEvent.submit(screen.getByRole('button', { name: 'Make the link' }).closest('form')!);
  expect(await screen.findByText(/2 people asked/)).toBeTruthy();
  expect(only(asked, 'POST /api/v1/ask/links')[0]!.body).toEqual({
    plan: 'beacon-drills',
    domains: ['skerryline.example', 'yard.example'],
    groups: ['deck'],
    until: '2026-10-14',
  });
});

it('copies a link whole, and shows no longer what was withdrawn', async () => {
  const written = vi.fn();
  vi.stubGlobal('navigator', { ...navigator, clipboard: { writeText: written } });
  serve({
    'GET /api/v1/ask/links': [link],
    'DELETE /api/v1/ask/links/{id}': [{ ...link, withdrawn: true, path: null }],
  });
  render(AskLinks);
  await fireEvent.click(await screen.findByRole('button', { name: 'copy' }));
  expect(written).toHaveBeenCalledWith(`${location.origin}/ask/token`);
  expect(told.words).toContain('copied');
  await fireEvent.click(screen.getByRole('button', { name: 'withdraw' }));
  expect(await screen.findByText(/None is in force/)).toBeTruthy();
  vi.unstubAllGlobals();
});
