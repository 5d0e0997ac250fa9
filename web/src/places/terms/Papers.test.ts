import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it } from 'vitest';
import { at, only, serve, signIn } from '../../testing/server';
import Papers from './Papers.svelte';

const PATH = '/api/v1/agreements/{agreement}/papers';
const sheet = {
  agreement: 'ow-17',
  owner: 'p1',
  ownerName: 'Ada Brook',
  payer: null,
  papers: [
    {
      id: 'f1',
      title: 'side letter.pdf',
      url: null,
      fileName: 'side letter.pdf',
      addedBy: 'Runa',
      added: '2026-09-30',
    },
  ],
};

beforeEach(() => at('/terms/ostwerk'));

it('says who looks after it, and takes a paper that lies elsewhere', async () => {
  signIn('STEWARD');
  const asked = serve({
    [`GET ${PATH}`]: sheet,
    [`PUT ${PATH}`]: { ...sheet, payer: 'CC 12' },
    [`POST ${PATH}/address`]: sheet,
  });
  render(Papers, { agreement: 'ow-17', name: 'OW-17', mayEdit: true });
  await fireEvent.change(await screen.findByLabelText('Who bears OW-17'), {
    target: { value: 'CC 12' },
  });
  expect(only(asked, `PUT ${PATH}`)[0]!.body).toEqual({ owner: 'p1', payer: 'CC 12' });
  await fireEvent.click(screen.getByRole('button', { name: 'one more' }));
  await fireEvent.input(screen.getByLabelText('What the paper is'), { target: { value: 'Frame' } });
  await fireEvent.input(screen.getByLabelText('Where it lies'), {
    target: { value: 'https://files.example/frame.pdf' },
  });
  await fireEvent.click(screen.getByRole('button', { name: 'lies there' }));
  expect(only(asked, `POST ${PATH}/address`)[0]!.body).toEqual({
    title: 'Frame',
    url: 'https://files.example/frame.pdf',
  });
});

it('lets a reader open papers only', async () => {
  signIn('READER');
  serve({ [`GET ${PATH}`]: sheet });
  render(Papers, { agreement: 'ow-17', name: 'OW-17', mayEdit: false });
  expect((await screen.findByText('side letter.pdf')).getAttribute('href')).toBe(
    '/api/v1/agreements/ow-17/papers/f1',
  );
  expect(screen.queryByRole('button', { name: 'one more' })).toBeNull();
});
