import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FindingPerson, Schemas } from '../../api/client';
import { param, setParam } from '../../state/address.svelte';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate, euros } from '../../testing/made';
import { at, only, serve, signIn, type Asked } from '../../testing/server';
import Findings from './Findings.svelte';

const board: Schemas['FindingBoard'] = {
  people: 2,
  findings: 3,
  held: euros('1000.00'),
  inUse: euros('600.00'),
  recoverable: euros('708.00'),
  surplus: euros('0.00'),
  soon: euros('0.00'),
  stops: [{ day: '2027-01-07', yearly: euros('708.00') }],
  never: euros('0.00'),
  rules: { idleLine: 60, openingGrace: 30, needWindow: 90, invitationGrace: 14 },
  kinds: [
    { kind: 'IDLE', findings: 1, people: 1, amount: euros('396.00') },
    { kind: 'SMALLER_TIER', findings: 1, people: 1, amount: euros('312.00') },
    { kind: 'NOBODYS', findings: 1, people: 1, amount: euros('396.00') },
  ],
  combinations: [
    { kinds: ['IDLE', 'NOBODYS'], people: 1, recoverable: euros('396.00') },
    { kinds: ['SMALLER_TIER'], people: 1, recoverable: euros('312.00') },
  ],
};
const ann: FindingPerson = {
  person: 'ann',
  account: null,
  name: 'Ann Brekke',
  department: 'Dockyard',
  kinds: ['SMALLER_TIER'],
  holds: ['Opus'],
  wouldDo: ['Letter'],
  why: ['No use of charts in 90 days.'],
  now: euros('396.00'),
  wouldBe: euros('84.00'),
  recoverable: euros('312.00'),
  moves: [{ kind: 'STEP_DOWN', holding: 'h-ann', account: null, line: 'letter' }],
  notSold: [],
  blocked: [],
  sweep: true,
};
const root: FindingPerson = {
  ...ann,
  person: null,
  account: 'root',
  name: 'old.root',
  department: null,
  kinds: ['IDLE', 'NOBODYS'],
  wouldDo: [],
  moves: [{ kind: 'TAKE_BACK', holding: 'h-root', account: null, line: null }],
  sweep: false,
};

const EVERYTHING = {
  'GET /api/v1/findings/board': board,
  'GET /api/v1/findings': [],
  'GET /api/v1/findings/people': [root, ann],
  'GET /api/v1/people/choices': { groups: [], leads: [], sites: [], departments: [], plans: [] },
};
const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));

beforeEach(() => {
  at('/findings');
  signIn('STEWARD');
});
afterEach(() => {
  vi.restoreAllMocks();
  slates.all = [];
});

describe('the board of findings', () => {
  it('says what is held, in use and recoverable, and by when it stops', async () => {
    serve(EVERYTHING);
    render(Findings);
    expect(await screen.findByText('€708 a year')).toBeTruthy();
    expect(screen.getByText(/held €1,000, in use €600/)).toBeTruthy();
    expect(screen.getByText(/€0 can stop within a month, €708 not before 7 Jan 2027/)).toBeTruthy();
  });

  it('puts what would do on the slate, and leaves administrators out of everybody', async () => {
    serve(EVERYTHING);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(Findings);
    expect((await screen.findByText('Ann Brekke')).closest('tr')!.textContent).toContain('Letter');
    press('a');
    expect(await screen.findByText(/Put 1 move on the slate/)).toBeTruthy();
    press('.');
    await waitFor(() => expect(plan).toHaveBeenCalledWith(ann.moves));
  });

  it('says why what would do cannot go today, and does not choose whom it is about', async () => {
    const signedIn = { ...ann, person: 'bo', name: 'Bo Sund', moves: [], blocked: ['Signed in.'] };
    serve({ ...EVERYTHING, 'GET /api/v1/findings/people': [signedIn, ann] });
    render(Findings);
    const row = (await screen.findByText('Bo Sund')).closest('tr')!;
    expect(row.textContent).toContain('Signed in.');
    press('a');
    expect(await screen.findByText(/Put 1 move on the slate/)).toBeTruthy();
    expect(param('chosen')).toBe('ann');
  });

  it('chooses all, and not only those that are drawn', async () => {
    const many = Array.from({ length: 403 }, (_, n) => ({
      ...ann,
      person: `p${n}`,
      name: `Ann ${n}`,
      moves: [{ ...ann.moves[0]!, holding: `h${n}` }],
    }));
    const asked = serve({
      ...EVERYTHING,
      'GET /api/v1/findings/people': ({ query }: Asked) => many.slice(0, Number(query!.limit)),
    });
    render(Findings);
    await screen.findByText(/‘choose all’ chooses all/);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(false);
    press('a');
    press('.');
    expect(await screen.findByText(/Put 403 moves on the slate/)).toBeTruthy();
    await waitFor(() => expect(plan).toHaveBeenCalledTimes(1));
    expect(plan.mock.calls[0]![0]).toHaveLength(403);
    expect(screen.queryByText('Ann 402')).toBeNull();
    expect(only(asked, 'GET /api/v1/findings/people').map((one) => one.query!.limit)).toEqual([
      '400',
      '10000',
    ]);
  });

  it('chooses those of the kinds just picked, not of the list that is being replaced', async () => {
    serve({
      ...EVERYTHING,
      'GET /api/v1/findings/people': ({ query }: Asked) => (query!.sets ? [ann] : [root]),
    });
    render(Findings);
    await screen.findByText('old.root');
    setParam('sets', 'SMALLER_TIER');
    press('a');
    expect(await screen.findByText(/Put 1 move on the slate/)).toBeTruthy();
    expect(param('chosen')).toBe('ann');
  });

  it('takes the one under the cursor where nobody is chosen, an administrator, too', async () => {
    serve(EVERYTHING);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(Findings);
    await screen.findByText('old.root');
    press('.');
    await waitFor(() => expect(plan).toHaveBeenCalledWith(root.moves));
  });

  it('does not plan twice what is on the slate already', async () => {
    serve(EVERYTHING);
    slates.all = [aSlate({ moves: [aMove({ holding: 'h-ann' })] })];
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(Findings);
    expect((await screen.findByText('Ann Brekke')).closest('tr')!.textContent).toContain(
      'on slate',
    );
    press('a');
    press('.');
    expect(plan).not.toHaveBeenCalled();
  });

  it('says what has to be bought before it can be planned', async () => {
    const trio = { ...ann, wouldDo: ['Trio'], moves: [], notSold: ['Trio'] };
    serve({ ...EVERYTHING, 'GET /api/v1/findings/people': [trio] });
    render(Findings);
    expect(await screen.findByText('Trio to be bought first')).toBeTruthy();
  });

  it('opens a link to one kind with whatever it meets, and keeps whom it chooses', async () => {
    at('/findings?kind=NOBODYS&chosen=root');
    const asked = serve({
      ...EVERYTHING,
      'GET /api/v1/findings/people': (a: Asked) => (a.query?.sets ? [root] : [root, ann]),
    });
    render(Findings);
    await waitFor(() => expect(param('sets')).toBe('IDLE.NOBODYS'));
    expect(param('kind')).toBeNull();
    const row = (await screen.findByText('old.root')).closest('tr')!;
    await waitFor(() => expect(row.getAttribute('aria-selected')).toBe('true'));
    expect(only(asked, 'GET /api/v1/findings/people').every((a) => a.query!.sets)).toBe(true);
  });

  it('asks anew when a line is tried, and only a steward draws it for good', async () => {
    const asked = serve({ ...EVERYTHING, 'PUT /api/v1/house-rules': {} });
    render(Findings);
    await screen.findByText('€708 a year');
    await fireEvent.change(screen.getByLabelText(/idle line/), { target: { value: '20' } });
    await waitFor(() =>
      expect(only(asked, 'GET /api/v1/findings/board').at(-1)!.query!.idleLine).toBe('20'),
    );
    await fireEvent.click(await screen.findByRole('button', { name: 'Draw these lines' }));
    await waitFor(() => expect(param('idleLine')).toBeNull());
    expect(only(asked, 'PUT /api/v1/house-rules')[0]!.body).toEqual({ idleLine: 20 });
    signIn('READER');
    await fireEvent.change(screen.getByLabelText(/idle line/), { target: { value: '20' } });
    expect(await screen.findByRole('button', { name: 'as they were' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Draw these lines' })).toBeNull();
  });
});
