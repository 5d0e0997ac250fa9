import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonRow } from '../../api/client';
import { param } from '../../state/address.svelte';
import { anEntry, euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Journal from './Journal.svelte';

const LIST = 'GET /api/v1/journal';
const orla = { person: 'p1', name: 'Orla Tuilagi', email: 'orla@x.example' } as PersonRow;
const noor = { person: 'p2', name: 'Noor Tuilagi', email: 'noor@x.example' } as PersonRow;

beforeEach(() => {
  at('/journal');
  signIn('READER');
});
afterEach(() => vi.restoreAllMocks());

describe('the journal', () => {
  it('tells by day what happened, with its posting, its money and whom it is about', async () => {
    const move = anEntry({
      slate: 's1',
      person: 'p1',
      fromPlace: 'HELD',
      toPlace: 'SPARE',
      seats: 1,
      yearly: euros('-396.00'),
      cashFrom: '2027-01-07',
    });
    serve({ [LIST]: [move, anEntry({ id: 2, day: '2026-09-29', text: 'Took in a book.' })] });
    render(Journal);
    expect(await screen.findByRole('table', { name: '30 Sep 2026' })).toBeTruthy();
    expect(screen.getByRole('table', { name: '29 Sep 2026' })).toBeTruthy();
    expect(screen.getAllByText('09:00:47')).toHaveLength(2);
    expect(screen.getByText('1 held → spare')).toBeTruthy();
    expect(screen.getByText('−€396.00')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'person' }).getAttribute('href')).toBe('/people/p1');
  });

  it('asks for what the address says, and for everything again', async () => {
    at('/journal?actor=runa&plan=quill-opus');
    const asked = serve({ [LIST]: [] });
    render(Journal);
    expect(await screen.findByText('Nothing of that kind has happened.')).toBeTruthy();
    expect(only(asked, LIST)[0]!.query).toEqual({
      limit: '500',
      actor: 'runa',
      plan: 'quill-opus',
    });
    await fireEvent.click(screen.getByRole('button', { name: 'everything' }));
    await waitFor(() => expect(only(asked, LIST).at(-1)!.query).toEqual({ limit: '500' }));
    expect(await screen.findByText('Nothing has happened yet.')).toBeTruthy();
  });

  it('shows what was asked last, whichever answer comes first', async () => {
    const answers: ((entries: unknown[]) => void)[] = [];
    serve({ [LIST]: () => new Promise((answer) => answers.push(answer)) });
    render(Journal);
    await waitFor(() => expect(answers).toHaveLength(1));
    await fireEvent.change(screen.getByLabelText('from'), { target: { value: '2026-01-01' } });
    await waitFor(() => expect(answers).toHaveLength(2));
    answers[1]!([]);
    answers[0]!([anEntry({})]);
    expect(await screen.findByText('Nothing of that kind has happened.')).toBeTruthy();
    expect(screen.queryByRole('table')).toBeNull();
  });

  it('says whether its chain is whole, and where it breaks', async () => {
    const checks = [
      { entries: 12, intact: true, brokenAt: null, why: null, head: 'abcdef0123456789' },
      { entries: 4, intact: false, brokenAt: 5, why: 'It says something else.', head: 'x' },
    ];
    serve({ [LIST]: [], 'GET /api/v1/journal/check': () => checks.shift() });
    render(Journal);
    await fireEvent.click(screen.getByRole('button', { name: 'check the chain' }));
    expect(await screen.findByText(/The chain of 12 entries is whole/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'check the chain' }));
    expect(
      await screen.findByText('The chain breaks at entry 5. It says something else.'),
    ).toBeTruthy();
  });
});

describe('whom it is about', () => {
  const ask = async (text: string) => {
    const field = screen.getByLabelText('About whom');
    await fireEvent.input(field, { target: { value: text } });
    await fireEvent.change(field);
  };

  it('is found by an address that fits one person only', async () => {
    const asked = serve({
      [LIST]: [],
      'GET /api/v1/people': [orla],
      'GET /api/v1/people/{person}': orla,
    });
    render(Journal);
    await ask('orla@x.example');
    await waitFor(() => expect(param('person')).toBe('p1'));
    await waitFor(() => expect(only(asked, LIST).at(-1)!.query!.person).toBe('p1'));
    await waitFor(() =>
      expect(screen.getByLabelText('About whom')).toHaveProperty('value', 'Orla Tuilagi'),
    );
    await ask('');
    await waitFor(() => expect(param('person')).toBeNull());
  });

  it('is not guessed where several fit, or nobody', async () => {
    let found: PersonRow[] = [orla, noor];
    serve({ [LIST]: [], 'GET /api/v1/people': () => found });
    render(Journal);
    await ask('Tuilagi');
    expect(await screen.findByText('several fit; choose one')).toBeTruthy();
    found = [];
    await ask('Nobody Here');
    expect(await screen.findByText('nobody of that name')).toBeTruthy();
    expect(param('person')).toBeNull();
  });

  it('is one of those listed as soon as the whole line stands there', async () => {
    serve({ [LIST]: [], 'GET /api/v1/people': [orla, noor], 'GET /api/v1/people/{person}': noor });
    render(Journal);
    const field = screen.getByLabelText('About whom');
    await fireEvent.input(field, { target: { value: 'Tuilagi' } });
    await waitFor(() =>
      expect(
        [...document.querySelectorAll('datalist option')].map((o) => o.getAttribute('value')),
      ).toEqual(['Orla Tuilagi, orla@x.example', 'Noor Tuilagi, noor@x.example']),
    );
    await ask('Noor Tuilagi, noor@x.example');
    await waitFor(() => expect(param('person')).toBe('p2'));
  });
});
