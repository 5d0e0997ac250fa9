import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import { at } from '../../testing/server';
import Closed from './Closed.svelte';

it('says whose page it is, and where a lead can go instead', () => {
  at('/journal');
  render(Closed);
  expect(screen.getByRole('heading', { name: 'This page is not open to leads' })).toBeTruthy();
  expect(screen.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual([
    '/people',
    '/findings',
    '/slates',
  ]);
});
