import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, expect, it, vi } from 'vitest';
import { api, type Schemas } from '../../api/client';
import Reminder from './Reminder.svelte';

const INVITATION: Schemas['Invitation'] = {
  holding: 'h1',
  account: 'a1',
  person: 'p1',
  name: 'Oda Pell',
  plan: 'beacon-drills',
  planName: 'Drills',
  vendorName: 'Beaconfell',
  since: '2026-08-01',
  days: 60,
  pastGrace: true,
  waiting: 0,
  email: 'oda.pell@skerryline.example',
  reminded: null,
  yearlyCost: { amount: '38.00', currency: 'EUR' },
};

afterEach(() => vi.restoreAllMocks());

it('writes to everybody at once without showing them to each other', () => {
  const other = { ...INVITATION, holding: 'h2', email: 'noor.prosser@skerryline.example' };
  render(Reminder, { invitations: [INVITATION, other], ondone: () => undefined });
  const mail = screen.getByRole('link').getAttribute('href')!;
  expect(mail).toMatch(/^mailto:\?bcc=/);
  expect(decodeURIComponent(mail)).toContain('oda.pell@skerryline.example,noor.prosser');
  expect(screen.getByText(/Beaconfell Drills/).textContent).not.toContain('others wait');
});

it('says that others wait only where somebody does', () => {
  render(Reminder, { invitations: [{ ...INVITATION, waiting: 2 }], ondone: () => undefined });
  expect(screen.getByText(/others wait for one/)).toBeTruthy();
});

it('records the reminder when it was sent, and nothing when it is left', async () => {
  const post = vi.spyOn(api, 'POST').mockResolvedValue({ data: [] } as never);
  const ondone = vi.fn();
  render(Reminder, { invitations: [INVITATION], ondone });
  await fireEvent.click(screen.getByRole('button', { name: 'leave it' }));
  expect(post).not.toHaveBeenCalled();
  await fireEvent.click(screen.getByRole('button', { name: 'I sent it' }));
  await waitFor(() => expect(ondone).toHaveBeenCalledTimes(2));
  expect(post).toHaveBeenCalledWith('/api/v1/invitations/reminders', {
    body: { holdings: ['h1'], send: false },
  });
});
