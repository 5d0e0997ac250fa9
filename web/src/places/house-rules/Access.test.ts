import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { at, choose, only, serve, signIn } from '../../testing/server';
import Access from './Access.svelte';

const people = [
  { login: 'ottar', name: 'Ottar Lindbeck', role: 'KEEPER', person: null, email: null },
  { login: 'fenna', name: 'Fenna Rasmund', role: 'LEAD', person: 'p0001', email: 'f@x.example' },
];
const served = { 'GET /api/v1/access/people': people, 'GET /api/v1/access/tokens': [] };

beforeEach(() => {
  at('/house-rules?part=access');
  signIn('KEEPER', 'ottar');
});
afterEach(() => vi.restoreAllMocks());

describe('people with access', () => {
  it('are told with what they lead, and nobody takes their own access away', async () => {
    serve(served);
    render(Access);
    const fenna = (await screen.findByText('Fenna Rasmund')).closest('tr')!;
    expect(fenna.textContent).toContain('p0001');
    expect(fenna.textContent).toContain('lead');
    expect(
      screen.queryByRole('button', { name: 'take away the access of Ottar Lindbeck' }),
    ).toBeNull();
    expect(
      screen.getByRole('button', { name: 'take away the access of Fenna Rasmund' }),
    ).toBeTruthy();
  });

  it('are changed with a password that stays unless a new one is written', async () => {
    const asked = serve({ ...served, 'PUT /api/v1/access/people/{login}': people });
    render(Access);
    await fireEvent.click(await screen.findByRole('button', { name: 'change Fenna Rasmund' }));
    expect(screen.getByLabelText('Signs in as')).toHaveProperty('disabled', true);
    await choose(screen.getByLabelText('Role'), 'DECIDER');
    await fireEvent.submit(screen.getByRole('button', { name: 'Save' }).closest('form')!);
    await waitFor(() =>
      expect(only(asked, 'PUT /api/v1/access/people/{login}')[0]).toMatchObject({
        path: { login: 'fenna' },
        body: { name: 'Fenna Rasmund', role: 'DECIDER', person: 'p0001', password: null },
      }),
    );
  });

  it('keep the form with what was written when it is refused', async () => {
    serve({
      ...served,
      'PUT /api/v1/access/people/{login}': new Error('person: a lead must be somebody.'),
    });
    render(Access);
    await fireEvent.click(await screen.findByRole('button', { name: 'give somebody access' }));
    await fireEvent.input(screen.getByLabelText('Signs in as'), { target: { value: 'oda' } });
    await fireEvent.submit(screen.getByRole('button', { name: 'Save' }).closest('form')!);
    expect((await screen.findByRole('alert')).textContent).toBe('person: a lead must be somebody.');
    expect(screen.getByLabelText('Signs in as')).toHaveProperty('value', 'oda');
  });
});

describe('tokens of scripts', () => {
  const token = {
    id: 't1',
    name: 'Payroll',
    role: 'READER',
    created: '2026-09-30T08:00:00Z',
    createdBy: 'Ottar Lindbeck',
  };

  it('are shown once, and gone once they are taken back', async () => {
    const asked = serve({
      ...served,
      'POST /api/v1/access/tokens': { token: 'st-secret', tokens: [token] },
      'DELETE /api/v1/access/tokens/{id}': [],
    });
    render(Access);
    await fireEvent.input(await screen.findByLabelText('What it is for'), {
      target: { value: 'Payroll' },
    });
    await fireEvent.submit(screen.getByRole('button', { name: 'Make a token' }).closest('form')!);
    expect(await screen.findByText('st-secret')).toBeTruthy();
    expect(only(asked, 'POST /api/v1/access/tokens')[0]!.body).toEqual({
      name: 'Payroll',
      role: 'READER',
    });
    await fireEvent.click(screen.getByRole('button', { name: 'take back the token Payroll' }));
    await waitFor(() => expect(screen.queryByText('st-secret')).toBeNull());
  });

  it('cannot be a lead’s: a script is nobody of the directory', async () => {
    serve(served);
    render(Access);
    const roles = await screen.findByLabelText('Role of the token');
    expect([...roles.querySelectorAll('option')].map((o) => o.value)).not.toContain('LEAD');
  });
});

it('is the keeper’s alone', () => {
  signIn('STEWARD');
  const asked = serve({});
  render(Access);
  expect(screen.getByText(/The keeper of keys looks after/)).toBeTruthy();
  expect(asked).toEqual([]);
});
