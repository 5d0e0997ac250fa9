import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import FileOutcome from './FileOutcome.svelte';
import type { Mapping } from './mapping';

const MAPPING: Mapping = {
  source: 'Personnel',
  kind: 'PEOPLE',
  vendor: null,
  columns: { person: 'Number', status: 'State' },
  parts: {},
  dayForm: 'ISO',
  values: {},
};

const CHECK = {
  rows: 5,
  good: 3,
  changes: 3,
  counts: { NEW: 2, SAME: 1 },
  rejected: [
    { row: 3, column: 'State', value: 'gone', message: 'Say what it means.' },
    { row: 4, column: 'State', value: 'gone', message: 'Say what it means.' },
  ],
  rejectedInAll: 2,
  suggested: {},
  notes: ['Nobody is ended.'],
};

const said = () => screen.getByRole('status').textContent!.replace(/\s+/g, ' ');

function show(taken = false) {
  const ontakehome = vi.fn();
  render(FileOutcome, { check: CHECK, mapping: MAPPING, taken, ontakehome });
  return ontakehome;
}

it('says what would change and which rows are left out', async () => {
  const takeHome = show();
  expect(said()).toContain('3 rows of 5 can be taken');
  expect(said()).toContain('2 new people, 1 known already');
  expect(screen.getByText('Nobody is ended.')).toBeTruthy();
  expect(screen.getAllByText('Say what it means.')).toHaveLength(1);
  expect(screen.getByText('2 rows').title).toBe('rows 3, 4');
  await fireEvent.click(screen.getByRole('button', { name: 'take them home as CSV' }));
  expect(takeHome).toHaveBeenCalledOnce();
});

it('asks once what a word of the file means, however many rows say it', () => {
  show();
  expect(screen.getAllByLabelText(/“gone” means/)).toHaveLength(1);
});

it('speaks of what was done once it is', () => {
  show(true);
  expect(said()).toContain('3 rows of 5 taken');
});

it('asks what the products of a cell mean, and offers the vendor’s plans or none', () => {
  const mapping: Mapping = {
    ...MAPPING,
    kind: 'HOLDINGS',
    columns: { who: 'User', plan: 'Licences' },
    separator: '+',
    values: { OLD: '-' },
  };
  const rejected = [
    { row: 2, column: 'Licences', value: 'ATL+LITE', message: 'No such plan.' },
    { row: 3, column: 'Licences', value: 'OLD+ATL', message: 'No such plan.' },
  ];
  render(FileOutcome, {
    check: { ...CHECK, rejected, suggested: { ATL: 'o-atelier' } },
    mapping,
    taken: false,
    plans: { 'o-lite': 'Lite', 'o-atelier': 'Atelier' },
    ontakehome: vi.fn(),
  });
  expect(screen.getByRole('button', { name: 'Atelier' })).toBeTruthy();
  expect(screen.getAllByLabelText(/means/)).toHaveLength(1);
  const options = [...screen.getByLabelText(/“ATL” means/).querySelectorAll('option')];
  expect(options.map((o) => o.value)).toEqual(['', 'o-lite', 'o-atelier', '-']);
});

it('asks what a currency is worth that nobody knows', () => {
  const rejected = [
    { row: 7, column: 'Currency', value: 'CHF', message: 'Nobody says.' },
    { row: 8, column: 'Currency', value: 'CHF', message: 'Nobody says.' },
  ];
  render(FileOutcome, {
    check: { ...CHECK, rejected },
    mapping: { ...MAPPING, kind: 'CONTRACTS', columns: { currency: 'Currency' } },
    taken: false,
    ontakehome: vi.fn(),
  });
  expect(screen.getAllByLabelText(/1 CHF is/)).toHaveLength(1);
});
