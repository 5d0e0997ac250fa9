import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { tick } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonRow, Schemas } from '../../api/client';
import { param, setParam } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { euros } from '../../testing/made';
import { at, choose, only, serve, signIn, type Asked } from '../../testing/server';
import People from './People.svelte';

vi.mock('../../router', () => ({ route: { params: {} }, navigate: vi.fn() }));

const aPerson = (n: number): PersonRow => ({
  person: `p${n}`,
  name: `Person ${n}`,
  email: `p${n}@skerryline.example`,
  department: n < 2 ? 'Finance' : 'Dockyard',
  site: 'Oar Point',
  groups: [],
  kind: 'PERSON',
  kinds: [],
  lastUsed: '2026-09-21',
  leads: [],
  managerName: null,
  plans: ['Opus'],
  recoverable: euros('0.00'),
  seats: 1,
  status: 'ACTIVE',
  statusSince: null,
  yearlyCost: euros('396.00'),
});
const many = Array.from({ length: 210 }, (_, n) => aPerson(n));
const choices: Schemas['PeopleChoices'] = {
  groups: [{ id: 'finance', name: 'Finance' }],
  departments: [],
  leads: [],
  sites: [],
  plans: [{ id: 'folio', name: 'Quillmoor Folio' }],
};

/** Those who fit the question; only Finance's are two. */
const fitting = ({ query }: Asked) => (query!.group === 'finance' ? many.slice(0, 2) : many);
const EVERYBODY = {
  'GET /api/v1/people/choices': choices,
  'GET /api/v1/people': (asked: Asked) => fitting(asked).slice(0, Number(asked.query!.limit)),
  'GET /api/v1/people/totals': (asked: Asked): Schemas['PeopleTotals'] => ({
    people: fitting(asked).length,
    service: 0,
    holdings: fitting(asked).length,
    yearlyCost: euros('178200.00'),
    recoverable: euros('0.00'),
  }),
};
const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));

beforeEach(() => {
  at('/people');
  signIn('STEWARD');
});
afterEach(() => {
  vi.restoreAllMocks();
  book.standing = null;
});

describe('the list of people', () => {
  it('shows more on demand, and a change of the book does not forget whom one chose there', async () => {
    const asked = serve(EVERYBODY);
    render(People);
    await fireEvent.click(await screen.findByText('200 of 210; show 200 more'));
    await fireEvent.click(await screen.findByText('Dockyard', { selector: '#person-209 td' }));
    expect(await screen.findByText('1 chosen')).toBeTruthy();
    press('k');
    await waitFor(() => expect(rowAt(208).classList.contains('at')).toBe(true));
    book.standing = { version: 2 } as typeof book.standing;
    await waitFor(() => expect(only(asked, 'GET /api/v1/people')).toHaveLength(3));
    await waitFor(() => expect(busy()).toBe('false'));
    expect(screen.getByText('1 chosen')).toBeTruthy();
    await waitFor(() => expect(rowAt(208).classList.contains('at')).toBe(true));
    // Another order is another list, of which this person is not among the first.
    setParam('sort', 'COST');
    expect(await screen.findByText('nobody chosen')).toBeTruthy();
  });

  it('chooses everybody whom the filters leave, also those who are not drawn', async () => {
    const asked = serve(EVERYBODY);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(false);
    render(People);
    await screen.findByText('Person 0');
    await choose(screen.getByLabelText('Plan to hand out or take back'), 'folio');
    press('a');
    press('.');
    expect(await screen.findByText('210 chosen')).toBeTruthy();
    expect(screen.queryByText('Person 209')).toBeNull();
    await waitFor(() => expect(plan).toHaveBeenCalledTimes(1));
    expect(plan.mock.calls[0]![0]).toHaveLength(210);
    expect(plan.mock.calls[0]![0][209]).toEqual({
      kind: 'HAND_OUT',
      person: 'p209',
      plan: 'folio',
    });
    expect(only(asked, 'GET /api/v1/people').map((one) => one.query!.limit)).toEqual([
      '200',
      '10000',
    ]);
  });

  it('chooses nobody where not everybody can be had', async () => {
    serve({
      ...EVERYBODY,
      'GET /api/v1/people': (asked: Asked) =>
        asked.query!.limit === '10000'
          ? new Error('No line.')
          : EVERYBODY['GET /api/v1/people'](asked),
    });
    render(People);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    await screen.findByText('Person 0');
    await choose(screen.getByLabelText('Plan to hand out or take back'), 'folio');
    press('a');
    press('.');
    expect(await screen.findByText('No line.')).toBeTruthy();
    expect(screen.getByText('nobody chosen')).toBeTruthy();
    expect(plan).not.toHaveBeenCalled();
    await tick();
    press('.');
    await waitFor(() => expect(plan).toHaveBeenCalledTimes(1));
    expect(plan.mock.calls[0]![0]).toHaveLength(1);
  });

  it('chooses by the filter that was just set, not by the list that it replaces', async () => {
    serve(EVERYBODY);
    render(People);
    await screen.findByText('Person 0');
    setParam('group', 'finance');
    press('a');
    expect(await screen.findByText('2 chosen')).toBeTruthy();
    await waitFor(() => expect(param('chosen')).toBe('p0 p1'));
  });

  it('does nothing to the one under the cursor of a list that is being replaced', async () => {
    let answer: () => void = () => undefined;
    const late = new Promise<void>((resolve) => (answer = resolve));
    const replies = {
      ...EVERYBODY,
      'GET /api/v1/people': async (asked: Asked) => {
        if (asked.query!.group) await late;
        return fitting(asked).slice(0, 2);
      },
    };
    serve(replies);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(People);
    await screen.findByText('Person 0');
    await choose(screen.getByLabelText('Plan to hand out or take back'), 'folio');
    setParam('group', 'finance');
    await waitFor(() => expect(busy()).toBe('true'));
    press('.');
    expect(plan).not.toHaveBeenCalled();
    answer();
    await waitFor(() => expect(busy()).toBe('false'));
    press('.');
    await waitFor(() => expect(plan).toHaveBeenCalledTimes(1));
  });

  it('says that nobody fits, and shows everybody again by one key', async () => {
    at('/people?q=nobody');
    serve({
      ...EVERYBODY,
      'GET /api/v1/people': ({ query }: Asked) => (query!.q ? [] : many.slice(0, 3)),
    });
    render(People);
    expect(await screen.findByText('Nobody fits all of this.')).toBeTruthy();
    press('Escape');
    expect(await screen.findByText('Person 2')).toBeTruthy();
  });
});

const rowAt = (n: number) => document.getElementById(`person-${n}`)!;
const busy = () => document.querySelector('table')!.getAttribute('aria-busy');
