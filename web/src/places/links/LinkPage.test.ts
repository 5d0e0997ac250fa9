import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import * as router from '../../router';
import { book } from '../../state/book.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import LinkPage from './LinkPage.svelte';

const LINK = '/api/v1/vendors/{vendor}/link';

function aLink(over: Partial<Schemas['Link']> = {}): Schemas['Link'] {
  return {
    vendor: 'ostwerk',
    name: 'Ostwerk',
    origin: null,
    kind: 'scim',
    url: '',
    proof: 'BEARER',
    secretKept: false,
    secretLost: false,
    tokenUrl: null,
    clientId: null,
    scope: null,
    carrier: 'ENTITLEMENTS',
    insideAllowed: false,
    template: null,
    names: [],
    recognised: 0,
    proposed: 0,
    page: null,
    plans: [
      { plan: 'ow-studio', name: 'Studio' },
      { plan: 'ow-view', name: 'Viewer' },
    ],
    kinds: ['rest', 'scim'],
    changes: 0,
    ...over,
  };
}

function aReading(over: Partial<Schemas['DryReading']> = {}): Schemas['DryReading'] {
  return {
    fault: null,
    accounts: 40,
    recognised: [
      { by: 'NAME', accounts: 12 },
      { by: 'MAIL', accounts: 26 },
    ],
    unknown: 2,
    unknownSome: [{ account: 'night', email: '', person: null }],
    unclear: [],
    missing: 1,
    names: [
      {
        theirs: 'g-1',
        called: 'Studio',
        accounts: 30,
        plan: null,
        said: false,
        suggested: 'ow-studio',
      },
      { theirs: 'g-9', called: 'All', accounts: 40, plan: null, said: false, suggested: null },
    ],
    onlyAtVendor: 1,
    onlyInBook: 0,
    drift: [{ account: 'night', name: 'night', plan: 'Studio', onlyAtVendor: true }],
    ...over,
  };
}

beforeEach(() => {
  at('/links/ostwerk');
  vi.spyOn(router.route, 'params', 'get').mockReturnValue({ vendor: 'ostwerk' });
  vi.spyOn(book, 'load').mockResolvedValue();
});

const typeIn = async (label: string, value: string) =>
  fireEvent.input(await screen.findByLabelText(label), { target: { value } });

it('reads first, takes up what words are likely to mean, and links with what was said', async () => {
  signIn('KEEPER');
  const asked = serve({
    [`GET ${LINK}`]: aLink(),
    [`POST ${LINK}/dry-reading`]: aReading(),
    [`PUT ${LINK}`]: aLink({ origin: 'MADE', secretKept: true, changes: 1 }),
  });
  render(LinkPage);
  await typeIn('Address', 'https://ostwerk.example/scim');
  await typeIn('Token', 'their-secret');
  await fireEvent.click(screen.getByRole('button', { name: 'Read, keep nothing' }));
  const mail = (await screen.findByText('by the same mail')).closest('tr')!;
  expect(mail.textContent).toContain('26');
  const studio = screen.getByLabelText<HTMLSelectElement>('What Studio is');
  expect(studio.value).toBe('ow-studio');
  const all = screen.getByLabelText<HTMLSelectElement>('What All is');
  await fireEvent.change(all, { target: { value: '-' } });
  expect(screen.getByText(/Something was changed since/)).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'Link it' }));
  expect(await screen.findByText(/is linked and is read by itself/)).toBeTruthy();
  const sent = only(asked, `PUT ${LINK}`)[0]!.body as Schemas['LinkForm'];
  expect(sent.secret).toBe('their-secret');
  expect(sent.names).toEqual([
    { theirs: 'g-1', plan: 'ow-studio' },
    { theirs: 'g-9', plan: null },
  ]);
  await waitFor(() =>
    expect(screen.getByLabelText<HTMLInputElement>('Token').placeholder).toContain('kept'),
  );
  expect(document.body.textContent).not.toContain('their-secret');
});

it('says why a vendor could not be read', async () => {
  signIn('KEEPER');
  const fault = 'Ostwerk says that it has 5 accounts and showed 2 different ones.';
  serve({
    [`GET ${LINK}`]: aLink({ url: 'https://ostwerk.example/scim' }),
    [`POST ${LINK}/dry-reading`]: aReading({ fault, names: [] }),
  });
  render(LinkPage);
  await fireEvent.click(await screen.findByRole('button', { name: 'Read, keep nothing' }));
  expect((await screen.findByText(/could not be read/)).textContent).toContain(fault);
});

it('offers nothing to whoever may not link, and nothing where the link is given', async () => {
  signIn('STEWARD');
  serve({ [`GET ${LINK}`]: aLink() });
  const { unmount } = render(LinkPage);
  expect(await screen.findByText(/A keeper of keys does that here/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Read, keep nothing' })).toBeNull();
  unmount();
  signIn('KEEPER');
  serve({ [`GET ${LINK}`]: aLink({ origin: 'GIVEN' }) });
  render(LinkPage);
  expect(await screen.findByText(/application’s configuration/)).toBeTruthy();
  expect(screen.queryByLabelText('Address')).toBeNull();
});

it('asks for a client’s id and where tokens are given only where they are needed', async () => {
  signIn('KEEPER');
  serve({ [`GET ${LINK}`]: aLink() });
  render(LinkPage);
  await screen.findByLabelText('Token');
  expect(screen.queryByLabelText('Address for tokens')).toBeNull();
  await fireEvent.change(screen.getByLabelText('How it is shown who asks'), {
    target: { value: 'CLIENT_CREDENTIALS' },
  });
  expect(await screen.findByLabelText('Address for tokens')).toBeTruthy();
  await fireEvent.change(screen.getByLabelText('What it speaks'), { target: { value: 'rest' } });
  expect(await screen.findByLabelText('Declaration')).toBeTruthy();
  expect(screen.queryByLabelText('What a seat is there')).toBeNull();
});
