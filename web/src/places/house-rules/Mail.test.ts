import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { at, serve, signIn } from '../../testing/server';
import Mail from './Mail.svelte';

const mail = (over: Partial<Schemas['Mail']> = {}): Schemas['Mail'] => ({
  id: 'm1',
  recipient: 'orla@skerryline.example',
  subject: 'Do you still need these seats?',
  body: 'Dear Orla, you hold a seat.',
  kind: 'ASK',
  state: 'SENT',
  attempts: 1,
  created: '2026-09-30T08:00:00Z',
  sent: '2026-09-30T08:00:02Z',
  answer: null,
  ...over,
});

beforeEach(() => {
  at('/house-rules?part=mail');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('lists what was written and opens it', async () => {
  serve({ 'GET /api/v1/mail': [mail()] });
  render(Mail);
  const line = await screen.findByRole('button', { name: /Do you still need these seats/ });
  expect(screen.getByText('1 mail')).toBeTruthy();
  expect(screen.queryByText('Dear Orla, you hold a seat.')).toBeNull();
  await fireEvent.click(line);
  expect(screen.getByText('Dear Orla, you hold a seat.')).toBeTruthy();
  expect(line.getAttribute('aria-expanded')).toBe('true');
});

it('opens nothing where the letter is its reader’s alone', async () => {
  serve({ 'GET /api/v1/mail': [mail({ body: null })] });
  render(Mail);
  expect(await screen.findByRole('button', { name: /Do you still need/ })).toHaveProperty(
    'disabled',
    true,
  );
});

it('says what did not go and why, and tries it again', async () => {
  const stuck = mail({ state: 'GIVEN_UP', answer: 'The mail server said 550 nobody' });
  serve({ 'GET /api/v1/mail': [stuck], 'POST /api/v1/mail/again': [mail({ state: 'WAITING' })] });
  render(Mail);
  expect(await screen.findByText('1 mail did not go.')).toBeTruthy();
  expect(screen.getByText('given up: The mail server said 550 nobody')).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'try again now' }));
  expect(await screen.findByText('waits')).toBeTruthy();
  expect(screen.queryByText('1 mail did not go.')).toBeNull();
});

it('is not asked for by readers at all', () => {
  signIn('READER');
  const asked = serve({});
  render(Mail);
  expect(screen.getByText(/Stewards and the keeper of keys/)).toBeTruthy();
  expect(asked).toEqual([]);
});
