import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonRow } from '../../api/client';
import { param } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { session } from '../../state/session.svelte';
import { watch } from '../../state/watch.svelte';
import { aSubscription } from '../../testing/made';
import { at, serve, signIn } from '../../testing/server';
import AsOf from './AsOf.svelte';
import Find from './Find.svelte';
import Who from './Who.svelte';

beforeEach(() => {
  at('/findings');
  signIn('STEWARD');
});
afterEach(() => {
  vi.restoreAllMocks();
  book.subscriptions = null;
});

describe('the day that all figures are of', () => {
  it('travels by a week, to any day, and back to today', async () => {
    render(AsOf);
    await fireEvent.click(screen.getByRole('button', { name: 'as of 30 Sep 2026' }));
    expect(screen.getByRole('button', { name: 'today' })).toHaveProperty('disabled', true);
    await fireEvent.click(screen.getByRole('button', { name: /a week back/ }));
    expect(param('asOf')).toBe('2026-09-23');
    expect(await screen.findByRole('button', { name: 'as of 23 Sep 2026' })).toBeTruthy();
    await fireEvent.change(screen.getByLabelText(/Show the figures of/), {
      target: { value: '2027-01-07' },
    });
    expect(param('asOf')).toBe('2027-01-07');
    await fireEvent.click(screen.getByRole('button', { name: 'today' }));
    expect(param('asOf')).toBeNull();
  });
});

describe('finding', () => {
  const orla = { person: 'p1', name: 'Orla Tuilagi', department: 'Finance' } as PersonRow;

  it('finds plans at once, and people as soon as the server has answered', async () => {
    book.subscriptions = [aSubscription(), aSubscription({ line: 'x', planName: 'Letter' })];
    serve({ 'GET /api/v1/people': [orla] });
    render(Find);
    const field = screen.getByRole('combobox');
    await fireEvent.focus(field);
    await fireEvent.input(field, { target: { value: 'op' } });
    expect(screen.getByRole('option', { name: /Opus/ }).textContent).toContain(
      'Quillmoor · 180 seats',
    );
    expect(await screen.findByRole('option', { name: /Orla Tuilagi/ })).toBeTruthy();
    expect(screen.queryByRole('option', { name: /Letter/ })).toBeNull();
    await fireEvent.keyDown(field, { key: 'ArrowDown' });
    expect(screen.getByRole('option', { name: /Orla Tuilagi/ }).getAttribute('aria-selected')).toBe(
      'true',
    );
    await fireEvent.keyDown(field, { key: 'Enter' });
    expect(field).toHaveProperty('value', '');
  });

  it('shows leads their people only, and says when there is nothing', async () => {
    signIn('LEAD', 'fenna');
    book.subscriptions = [aSubscription()];
    serve({ 'GET /api/v1/people': [] });
    render(Find);
    const field = screen.getByRole('combobox');
    await fireEvent.focus(field);
    await fireEvent.input(field, { target: { value: 'opus' } });
    expect(await screen.findByText('Nothing of this name.')).toBeTruthy();
  });
});

describe('who is signed in', () => {
  it('is told by initials and role, may change the light, and sign out', async () => {
    const onkeys = vi.fn();
    const out = vi.spyOn(session, 'signOut').mockResolvedValue(undefined);
    render(Who, { onkeys });
    await fireEvent.click(screen.getByRole('button', { name: 'RS: Runa Skarholt' }));
    expect(screen.getByText('steward')).toBeTruthy();
    const before = watch.now;
    await fireEvent.click(screen.getByRole('button', { name: /watch/ }));
    expect(watch.now).not.toBe(before);
    expect(document.documentElement.dataset.watch).toBe(watch.now);
    await fireEvent.click(screen.getByRole('button', { name: /All keys/ }));
    expect(onkeys).toHaveBeenCalledOnce();
    await fireEvent.click(screen.getByRole('button', { name: 'Sign out' }));
    expect(out).toHaveBeenCalledOnce();
  });
});
