import { afterEach, expect, it, vi } from 'vitest';
import { bytes } from './client';

afterEach(() => vi.unstubAllGlobals());

function answers(body: BodyInit, headers: Record<string, string>): void {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(body, { headers })));
}

function inParts(...parts: number[][]): ReadableStream<Uint8Array> {
  return new ReadableStream({
    start(controller) {
      parts.forEach((part) => controller.enqueue(new Uint8Array(part)));
      controller.close();
    },
  });
}

it('puts the parts of an answer one after the other', async () => {
  answers(inParts([1, 2], [3], [4, 5, 6]), { 'content-length': '6' });
  expect([...new Uint8Array(await bytes('/layer'))]).toEqual([1, 2, 3, 4, 5, 6]);
});

it('takes an answer as it comes if its length is not that of what is read', async () => {
  answers(inParts([1, 2], [3]), { 'content-length': '2', 'content-encoding': 'gzip' });
  expect([...new Uint8Array(await bytes('/layer'))]).toEqual([1, 2, 3]);
  answers(inParts([7]), {});
  expect([...new Uint8Array(await bytes('/layer'))]).toEqual([7]);
});
