import { fireEvent } from '@testing-library/svelte';
import { searchParams } from 'sv-router';
import { vi } from 'vitest';
import { api, type Schemas } from '../api/client';
import { session } from '../state/session.svelte';

/** What a page asked the server for. */
export interface Asked {
  call: string;
  path?: Record<string, string>;
  query?: Record<string, string>;
  body?: unknown;
}

const REPLACE = { replace: true };

type Reply = unknown | ((asked: Asked) => unknown);

/**
 * Plays the server: answers by method and path, such as `GET /api/v1/desk`, with a value, with what
 * a function makes of the question, or with an error that is thrown. What nobody expected fails.
 *
 * @returns what was asked, the newest last
 */
export function serve(replies: Record<string, Reply>): Asked[] {
  const asked: Asked[] = [];
  for (const method of ['GET', 'POST', 'PUT', 'DELETE'] as const) {
    vi.spyOn(api, method).mockImplementation((async (path: string, init?: unknown) => {
      const { params, body } = (init ?? {}) as {
        params?: { path?: Record<string, string>; query?: Record<string, string> };
        body?: unknown;
      };
      const one = { call: `${method} ${path}`, path: params?.path, query: params?.query, body };
      asked.push(one);
      if (!(one.call in replies)) throw new Error(`Nobody expected ${one.call}.`);
      const reply = replies[one.call];
      const data = typeof reply === 'function' ? (reply as (a: Asked) => unknown)(one) : reply;
      if (data instanceof Error) throw data;
      return { data };
    }) as never);
  }
  return asked;
}

/** The questions of one kind. */
export const only = (asked: Asked[], call: string) => asked.filter((one) => one.call === call);

/** Has somebody with the role look at the page, on 30 September 2026. */
export function signIn(role: Schemas['Role'], login = 'runa') {
  session.me = {
    login,
    name: 'Runa Skarholt',
    role,
    csrf: 'c',
    today: '2026-09-30',
    zone: 'Europe/Lisbon',
    signs: role === 'DECIDER',
  };
}

/** Goes to an address, as a link would. */
export function at(address: string) {
  const url = new URL(address, location.origin);
  for (const name of [...searchParams.keys()]) searchParams.delete(name, undefined, REPLACE);
  history.replaceState(null, '', url.pathname);
  for (const [name, value] of url.searchParams) searchParams.set(name, value, REPLACE);
}

/**
 * Chooses an option as somebody would. The test's browser cannot tell which option is `:checked`, and
 * a bound select then takes the first that is not disabled: so all others are, for that moment.
 */
export async function choose(select: HTMLElement, value: string) {
  const options = [...select.querySelectorAll('option')];
  for (const option of options) option.disabled = option.value !== value;
  await fireEvent.change(select, { target: { value } });
  for (const option of options) option.disabled = false;
}
