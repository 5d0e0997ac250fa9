import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import VendorRows from './VendorRows.svelte';

const ROWS = '/api/v1/vendors/{vendor}/rows';
const eur = (amount: string) => ({ amount, currency: 'EUR' });
const sheet: Schemas['RowSheet'] = {
  vendor: 'ostwerk',
  name: 'Ostwerk',
  state: 's1',
  tables: [
    {
      file: 'plans.csv',
      about: 'What a seat buys',
      grows: true,
      columns: [
        { column: 'plan', about: 'id', required: true, fixed: true, number: false, choices: [] },
        { column: 'name', about: 'name', required: true, fixed: false, number: false, choices: [] },
        {
          column: 'rank',
          about: 'place',
          required: false,
          fixed: false,
          number: true,
          choices: [],
        },
      ],
      rows: [{ values: ['lite', 'Lite', ''] }],
    },
  ],
};
const nothing: Schemas['RowsCheck'] = { faults: [], warnings: [], said: [] };

beforeEach(() => {
  at('/terms/ostwerk?sheet=rows');
  signIn('STEWARD');
  vi.spyOn(book, 'load').mockResolvedValue();
});

it('says what becomes otherwise, what that does to money, and saves with a reason', async () => {
  const asked = serve({
    [`GET ${ROWS}`]: sheet,
    [`POST ${ROWS}/check`]: { ...nothing, said: ['lite name Lite → Light'] },
    [`POST ${ROWS}/preview`]: {
      paidBefore: eur('100.00'),
      paidAfter: eur('120.00'),
      recoverableBefore: eur('10.00'),
      recoverableAfter: eur('10.00'),
      findings: [{ kind: 'MORE_SPARE', title: 'More spare than needed', before: 1, after: 2 }],
    },
    [`PUT ${ROWS}`]: sheet,
  });
  render(VendorRows, { vendor: 'ostwerk', mayEdit: true });
  const name = await screen.findByLabelText('name of row 1 of Plans and ladders');
  await fireEvent.change(name, { target: { value: 'Light' } });
  expect(await screen.findByText('lite name Lite → Light')).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: /What does it do to money/ }));
  expect((await screen.findByText('More spare than needed')).closest('tr')!.textContent).toContain(
    '1 → 2',
  );
  await fireEvent.input(screen.getByLabelText('Why?'), { target: { value: 'new list' } });
  const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
  await waitFor(() => expect(save.disabled).toBe(false));
  await fireEvent.click(save);
  expect(await screen.findByText(/It can be taken back under Intake/)).toBeTruthy();
  expect(only(asked, `PUT ${ROWS}`)[0]!.body).toEqual({
    state: 's1',
    why: 'new list',
    rows: [{ file: 'plans.csv', row: 0, values: { name: 'Light' } }],
  });
});

it('shows a fault where it is, and does not save it', async () => {
  serve({
    [`GET ${ROWS}`]: sheet,
    [`POST ${ROWS}/check`]: {
      ...nothing,
      faults: [{ edit: 0, column: 'rank', message: 'A whole number of 1 or more.' }],
    },
  });
  render(VendorRows, { vendor: 'ostwerk', mayEdit: true });
  await fireEvent.click(await screen.findByRole('button', { name: '1 column more' }));
  await fireEvent.change(screen.getByLabelText('rank of row 1 of Plans and ladders'), {
    target: { value: 'high' },
  });
  expect(await screen.findByText(/rank: A whole number/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save' }).disabled).toBe(true);
});
