import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it } from 'vitest';
import { at, only, serve, signIn } from '../../testing/server';
import WhoseWord from './WhoseWord.svelte';

const LEADS = '/api/v1/house-rules/leads';
const lead = (field: string, leader: 'FILE' | 'DIRECTORY' | null, aside = 0) => ({
  field,
  leader,
  aside,
});

beforeEach(() => at('/house-rules?part=people'));

it('says whose word counts and how much is kept aside, and lets it be ruled', async () => {
  signIn('STEWARD');
  const asked = serve({
    [`GET ${LEADS}`]: [lead('department', 'FILE', 3), lead('status', null)],
    [`PUT ${LEADS}`]: [lead('department', 'FILE', 3), lead('status', 'DIRECTORY')],
  });
  render(WhoseWord);
  expect(await screen.findByText(/the directory says something else of 3 people/)).toBeTruthy();
  const pick = screen.getByLabelText<HTMLSelectElement>('Who leads status');
  await fireEvent.change(pick, { target: { value: 'DIRECTORY' } });
  expect(only(asked, `PUT ${LEADS}`)[0]!.body).toEqual({ field: 'status', leader: 'DIRECTORY' });
});

it('lets a reader look only', async () => {
  signIn('READER');
  serve({ [`GET ${LEADS}`]: [lead('site', 'DIRECTORY')] });
  render(WhoseWord);
  expect(await screen.findByText('the directory')).toBeTruthy();
  expect(screen.queryByLabelText('Who leads site')).toBeNull();
});
