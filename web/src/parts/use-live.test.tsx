import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { z } from 'zod';
import { useLive } from './use-live.ts';

function Shown({ first }: { first: string }) {
  const { data } = useLive({ schema: z.string(), path: '/api/the-same', first, about: 'gate' });
  return <p>{data}</p>;
}

test('drawn on the server, a page shows what it was given and nothing that another page was given', () => {
  const drawn = (first: string): string => renderToStaticMarkup(<Shown first={first} />);
  expect([drawn('of one camp'), drawn('of another camp')]).toEqual(['<p>of one camp</p>', '<p>of another camp</p>']);
});
