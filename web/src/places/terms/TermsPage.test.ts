import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import * as router from '../../router';
import { book } from '../../state/book.svelte';
import { today } from '../../state/address.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import { aTermsSheet } from './made';
import TermsPage from './TermsPage.svelte';

const TERMS = '/api/v1/vendors/{vendor}/terms';
const eur = (amount: string) => ({ amount, currency: 'EUR' });
const PAPERS = { agreement: 'ow-17', owner: null, ownerName: null, payer: null, papers: [] };
const CHECK = {
  faults: [],
  differences: [
    {
      agreement: 'ow-17',
      name: 'OW-17',
      noticeBefore: '2026-12-03',
      noticeAfter: '2026-11-06',
      renewalBefore: '2027-02-01',
      renewalAfter: '2027-02-01',
      yearlyBefore: eur('47520.00'),
      yearlyAfter: eur('47520.00'),
    },
  ],
  before: eur('90000.00'),
  after: eur('90000.00'),
  findings: [{ kind: 'MORE_SPARE', title: 'More spare than needed', before: 3, after: 4 }],
};

beforeEach(() => {
  at('/terms/ostwerk');
  vi.spyOn(router.route, 'params', 'get').mockReturnValue({ vendor: 'ostwerk' });
  vi.spyOn(book, 'load').mockResolvedValue();
});

const typeOver = async (label: string, value: string) =>
  fireEvent.change(await screen.findByLabelText(label), { target: { value } });

it('says what an edit changes, and saves it with its reason', async () => {
  signIn('STEWARD');
  const asked = serve({
    'GET /api/v1/agreements/{agreement}/papers': PAPERS,
    [`GET ${TERMS}`]: aTermsSheet(),
    [`POST ${TERMS}/check`]: CHECK,
    [`PUT ${TERMS}`]: aTermsSheet(),
  });
  render(TermsPage);
  await typeOver('Notice days of OW-17', '87');
  const row = (await screen.findByText('notice by')).closest('tr')!;
  expect(row.textContent).toMatch(/3 Dec 2026\s*→\s*6 Nov 2026/);
  expect(screen.getByText(/More spare than needed: 3/).textContent).toContain('4');
  expect(screen.getByText('renewal').closest('tr')!.textContent).not.toContain('→');
  const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
  expect(save.disabled).toBe(true);
  await fireEvent.input(screen.getByLabelText('Why?'), { target: { value: 'side letter' } });
  await waitFor(() => expect(save.disabled).toBe(false));
  await fireEvent.click(save);
  expect(await screen.findByText(/^Saved\./)).toBeTruthy();
  expect(only(asked, `PUT ${TERMS}`)[0]!.body).toEqual({
    state: 's1',
    from: null,
    why: 'side letter',
    agreements: [{ agreement: 'ow-17', noticeDays: '87' }],
    lines: [],
  });
});

it('says what comes later, and lets an edit hold from a day on', async () => {
  signIn('STEWARD');
  const asked = serve({
    'GET /api/v1/agreements/{agreement}/papers': PAPERS,
    [`GET ${TERMS}`]: aTermsSheet(),
    [`POST ${TERMS}/check`]: CHECK,
    [`PUT ${TERMS}`]: aTermsSheet(),
  });
  render(TermsPage);
  const later = await screen.findByLabelText('What OW-17 has from later days on');
  expect(later.textContent).toContain('Atelier EUR 1212 a seat; Atelier 42 seats');
  await typeOver('Price of Atelier', '1300');
  await fireEvent.change(await screen.findByLabelText('Since when it is so'), {
    target: { value: 'day' },
  });
  await screen.findByText(/What was before stays/);
  await fireEvent.input(screen.getByLabelText('Why?'), { target: { value: 'renewed' } });
  const save = await screen.findByRole<HTMLButtonElement>('button', { name: /^Save from/ });
  await waitFor(() => expect(save.disabled).toBe(false));
  await fireEvent.click(save);
  await screen.findByText(/^Saved, from/);
  expect(only(asked, `PUT ${TERMS}`)[0]!.body).toMatchObject({ from: today() });
});

it('keeps what was typed when somebody else was faster', async () => {
  signIn('STEWARD');
  serve({
    'GET /api/v1/agreements/{agreement}/papers': PAPERS,
    [`GET ${TERMS}`]: aTermsSheet(),
    [`POST ${TERMS}/check`]: CHECK,
    [`PUT ${TERMS}`]: new Error('Somebody else has changed this sheet.'),
  });
  render(TermsPage);
  await typeOver('Seats bought of Atelier', '36');
  await fireEvent.input(await screen.findByLabelText('Why?'), { target: { value: 'x' } });
  const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
  await waitFor(() => expect(save.disabled).toBe(false));
  await fireEvent.click(save);
  expect((await screen.findByRole('alert')).textContent).toContain('Somebody else');
  expect(screen.getByLabelText<HTMLInputElement>('Seats bought of Atelier').value).toBe('36');
});

it('does not save a value that cannot be, and says which', async () => {
  signIn('STEWARD');
  serve({
    'GET /api/v1/agreements/{agreement}/papers': PAPERS,
    [`GET ${TERMS}`]: aTermsSheet(),
    [`POST ${TERMS}/check`]: {
      ...CHECK,
      faults: [{ of: 'atelier', field: 'unitPrice', message: 'Use a number.' }],
    },
  });
  render(TermsPage);
  await typeOver('Price of Atelier', 'five');
  expect((await screen.findAllByText('Use a number.')).length).toBeGreaterThan(0);
  expect(screen.getByLabelText('Price of Atelier').getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save' }).disabled).toBe(true);
});

it('offers nothing to somebody who may not change terms', async () => {
  signIn('READER');
  serve({ 'GET /api/v1/agreements/{agreement}/papers': PAPERS, [`GET ${TERMS}`]: aTermsSheet() });
  render(TermsPage);
  const price = await screen.findByLabelText<HTMLInputElement>('Price of Atelier');
  expect(price.disabled).toBe(true);
  expect(screen.getByText('A steward or a keeper changes terms.')).toBeTruthy();
});
