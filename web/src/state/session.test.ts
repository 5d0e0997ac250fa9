import { afterEach, describe, expect, it, vi } from 'vitest';
import { serve, signIn } from '../testing/server';
import { session } from './session.svelte';

afterEach(() => vi.restoreAllMocks());

describe('who is signed in', () => {
  it.each([
    ['READER', false, false, false],
    ['LEAD', true, true, false],
    ['STEWARD', true, false, true],
    ['DECIDER', true, false, false],
    ['KEEPER', false, false, false],
  ] as const)('%s may do what the role says', (role, drafts, leads, steers) => {
    signIn(role);
    expect([session.mayDraft, session.isLead, session.maySteer]).toEqual([drafts, leads, steers]);
  });

  it('is nobody where the server knows nobody, and after signing out', async () => {
    serve({ 'GET /api/v1/session': new Error('Sign in.') });
    await session.look();
    expect(session.me).toBeNull();
    signIn('READER');
    serve({ 'DELETE /api/v1/session': undefined });
    await session.signOut();
    expect(session.me).toBeNull();
    expect(session.mayDraft).toBe(false);
  });
});
