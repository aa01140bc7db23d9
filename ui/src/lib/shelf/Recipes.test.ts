import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { FakeServer } from '../testing/fakeServer';
import Recipes from './Recipes.svelte';

let server: FakeServer;

beforeEach(() => {
  server = new FakeServer();
  render(Recipes);
});

it('shows recipes below their bases, and which values are their own', async () => {
  const entry = await screen.findByRole('button', { name: /Sturdy/ });
  await fireEvent.click(entry);
  expect(screen.getByLabelText('Name of the recipe')).toHaveValue('Sturdy');
  expect(screen.getByLabelText(/based on/)).toHaveValue('plain');
  expect(screen.getByLabelText('Walls')).toHaveValue('4');
  expect(screen.getAllByText('here')).toHaveLength(2);
});

it('changes a value, takes one out, and offers no basis that would make a ring', async () => {
  await fireEvent.click(await screen.findByRole('button', { name: /^Plain/ }));
  const basis = screen.getByLabelText(/based on/);
  expect([...basis.querySelectorAll('option')].map((o) => o.textContent)).toEqual(['nothing']);
  await fireEvent.change(screen.getByLabelText('Walls'), { target: { value: '3' } });
  await vi.waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0]).toMatchObject({
    method: 'PUT',
    path: '/api/shelf/recipes/plain',
    body: { name: 'Plain', basedOn: '', values: { walls: 3 } },
  });
  await fireEvent.click(screen.getByRole('button', { name: 'Take Walls out' }));
  await vi.waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ values: {} });
});

it('adds a recipe that is based on the chosen one', async () => {
  await fireEvent.click(await screen.findByRole('button', { name: /Sturdy/ }));
  await fireEvent.click(screen.getByRole('button', { name: 'Based on Sturdy' }));
  await vi.waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.edits[0]).toEqual({ name: 'New recipe', basedOn: 'sturdy', values: {} });
});
