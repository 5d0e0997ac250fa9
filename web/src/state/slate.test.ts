import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../api/client';
import { aMove, aSlate, aStanding, aSubscription } from '../testing/made';
import { only, serve, signIn } from '../testing/server';
import { session } from './session.svelte';
import { slates } from './slate.svelte';

const LIST = 'GET /api/v1/slates';

beforeEach(() => signIn('STEWARD'));
afterEach(() => {
  vi.restoreAllMocks();
  slates.all = [];
  slates.opened = null;
  slates.fault = null;
});

describe('slates', () => {
  it('begin with the first move and go on with the same draft', async () => {
    let all: unknown[] = [];
    const asked = serve({
      [LIST]: () => all,
      'POST /api/v1/slates': () => (all = [aSlate()]),
      'POST /api/v1/slates/{id}/moves': {},
    });
    expect(await slates.add(['h1'])).toBe(true);
    expect(only(asked, 'POST /api/v1/slates')[0]!.body).toEqual({
      moves: [{ kind: 'TAKE_BACK', holding: 'h1' }],
    });
    expect([...slates.planned]).toEqual(['h1']);
    await slates.add(['h2']);
    expect(only(asked, 'POST /api/v1/slates/{id}/moves')[0]!.path).toEqual({ id: 's1' });
  });

  it('do not take somebody else’s draft for mine', async () => {
    serve({ [LIST]: [aSlate({ author: 'oda' })] });
    await slates.load();
    expect(slates.draft).toBeNull();
    expect(slates.planned.size).toBe(0);
  });

  it('say what was refused once, with every reason', async () => {
    serve({
      [LIST]: [],
      'POST /api/v1/slates': new ApiError(422, '2 moves cannot go.', ['Kept.', 'Kept.', 'Gone.']),
    });
    expect(await slates.plan([{ kind: 'SUSPEND', account: 'a1' }])).toBe(false);
    expect(slates.fault).toBe('2 moves cannot go. Kept. Gone.');
    expect(slates.busy).toBe(false);
  });

  it('take off what cannot go, and nothing else', async () => {
    const asked = serve({ [LIST]: [aSlate()], 'DELETE /api/v1/slates/{id}/moves': aSlate() });
    await slates.load();
    await slates.removeBlocked();
    expect(only(asked, 'DELETE /api/v1/slates/{id}/moves')[0]).toMatchObject({
      path: { id: 's1' },
      query: { blocked: true },
    });
  });

  it('believe the newest answer, though an older one comes later', async () => {
    const answers: ((all: unknown) => void)[] = [];
    serve({ [LIST]: () => new Promise((answer) => answers.push(answer)) });
    const older = slates.load();
    const newer = slates.load();
    answers[1]!([aSlate({ id: 'new' })]);
    await newer;
    answers[0]!([aSlate({ id: 'old' })]);
    await older;
    expect(slates.all.map((s) => s.id)).toEqual(['new']);
  });

  it('look again while calls are on their way, and at the book once they are over', async () => {
    vi.useFakeTimers();
    const lists = [[aSlate({ state: 'POSTED', openCalls: 1 })], [aSlate({ state: 'CONFIRMED' })]];
    const asked = serve({
      [LIST]: () => lists.shift(),
      'GET /api/v1/subscriptions': [aSubscription()],
      'GET /api/v1/standing': aStanding,
    });
    await slates.load();
    expect(slates.underWay).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(1000);
    expect(slates.underWay).toHaveLength(0);
    expect(only(asked, 'GET /api/v1/standing')).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(5000);
    expect(only(asked, LIST)).toHaveLength(2);
    vi.useRealTimers();
  });

  it('show what an undo did though it was over before anybody looked', async () => {
    let move = aMove({ state: 'CONFIRMED' });
    const asked = serve({
      [LIST]: [aSlate({ state: 'CONFIRMED', settled: 1, openCalls: 0, moves: [] })],
      'GET /api/v1/slates/{id}': () => aSlate({ state: 'CONFIRMED', settled: 1, moves: [move] }),
      'POST /api/v1/slates/{id}/moves/{move}/undo': () => (move = aMove({ state: 'UNDONE' })),
      'GET /api/v1/subscriptions': [aSubscription()],
      'GET /api/v1/standing': aStanding,
    });
    await slates.open('s1');
    expect(await slates.undo('s1', move.id)).toBe(true);
    expect(slates.opened?.moves[0]!.state).toBe('UNDONE');
    expect(only(asked, 'GET /api/v1/standing')).toHaveLength(1);
  });

  it('look again while the opened slate has calls on their way that the list did not know yet', async () => {
    vi.useFakeTimers();
    // The step leaves after the list was answered and before the slate itself is.
    const openCalls = [0, 1, 0];
    const asked = serve({
      [LIST]: [aSlate({ state: 'POSTED', openCalls: 0, moves: [] })],
      'GET /api/v1/slates/{id}': () => aSlate({ state: 'POSTED', openCalls: openCalls.shift() }),
      'GET /api/v1/subscriptions': [aSubscription()],
      'GET /api/v1/standing': aStanding,
    });
    await slates.open('s1');
    await slates.load();
    expect(slates.underWay).toHaveLength(0);
    expect(slates.opened?.openCalls).toBe(1);
    await vi.advanceTimersByTimeAsync(1000);
    expect(slates.opened?.openCalls).toBe(0);
    expect(only(asked, 'GET /api/v1/standing')).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(5000);
    expect(only(asked, LIST)).toHaveLength(2);
    vi.useRealTimers();
  });

  it('look no more at an opened slate that went with its book', async () => {
    vi.useFakeTimers();
    const asked = serve({ [LIST]: [] });
    slates.opened = aSlate({ state: 'POSTED', openCalls: 1 }) as never;
    await slates.load();
    await vi.advanceTimersByTimeAsync(5000);
    expect(only(asked, LIST)).toHaveLength(1);
    vi.useRealTimers();
  });

  it('go on looking after a change whose look failed', async () => {
    vi.useFakeTimers();
    const answers = [[aSlate({ state: 'POSTED', openCalls: 1 })], new Error('no line'), []];
    const asked = serve({
      [LIST]: () => answers.shift(),
      'POST /api/v1/slates/{id}/moves/{move}/agreed': {},
      'GET /api/v1/subscriptions': [aSubscription()],
      'GET /api/v1/standing': aStanding,
    });
    await slates.load();
    expect(await slates.agreed('s1', 'm1')).toBe(true);
    expect(only(asked, LIST)).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(1000);
    expect(slates.all).toEqual([]);
    vi.useRealTimers();
  });

  it('go on looking after a look that failed', async () => {
    vi.useFakeTimers();
    const answers = [[aSlate({ state: 'POSTED', openCalls: 1 })], new Error('no line'), []];
    const asked = serve({
      [LIST]: () => answers.shift(),
      'GET /api/v1/subscriptions': [aSubscription()],
      'GET /api/v1/standing': aStanding,
    });
    await slates.load();
    await vi.advanceTimersByTimeAsync(3000);
    expect(slates.all).toEqual([]);
    expect(only(asked, LIST)).toHaveLength(3);
    vi.useRealTimers();
  });

  it('are looked at no more once nobody is signed in', async () => {
    vi.useFakeTimers();
    const asked = serve({
      [LIST]: () => {
        if (session.me) return [aSlate({ state: 'POSTED', openCalls: 1 })];
        throw new ApiError(401, 'Nobody is signed in.');
      },
    });
    await slates.load();
    session.me = null;
    await vi.advanceTimersByTimeAsync(5000);
    expect(only(asked, LIST)).toHaveLength(2);
    vi.useRealTimers();
  });

  it('load an opened slate anew when something of it was settled', async () => {
    let settled = 0;
    const asked = serve({
      [LIST]: () => [aSlate({ state: 'POSTED', settled, moves: [] })],
      'GET /api/v1/slates/{id}': () =>
        aSlate({ state: 'POSTED', settled, moves: [aMove({ state: 'SENT' })] }),
    });
    await slates.open('s1');
    await slates.load();
    const before = only(asked, 'GET /api/v1/slates/{id}').length;
    settled = 1;
    await slates.load();
    expect(only(asked, 'GET /api/v1/slates/{id}').length).toBe(before + 1);
    expect(slates.opened?.settled).toBe(1);
  });
});
