import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { DataTable, type Column } from './DataTable.tsx';

const COLUMNS: ReadonlyArray<Column<number>> = [
  { id: 'bib', name: 'Bib', by: (n) => n, cell: (n) => <b>{n}</b>, always: true },
  { id: 'even', name: 'Even', by: null, cell: (n) => (n % 2 === 0 ? 'yes' : 'no'), wideOnly: true },
];
const drawn = (count: number, find = ''): string =>
  renderToStaticMarkup(
    <DataTable
      label="Numbers"
      rows={Array.from({ length: count }, (_, i) => i + 1)}
      columns={COLUMNS}
      keyOf={String}
      wordsOf={(n) => `number ${n}`}
      find={find}
      empty="None like that."
    />,
  );
const rows = (html: string): number => html.match(/<b>\d+<\/b>/g)?.length ?? 0;

test('up to 200 rows all are drawn; of more only those that are seen, with room for the others', () => {
  expect([rows(drawn(200)), drawn(200).includes('aria-rowindex')]).toEqual([200, false]);
  const many = drawn(1000);
  expect(rows(many)).toBeGreaterThan(10);
  expect(rows(many)).toBeLessThan(60);
  expect(many).toContain('aria-rowcount="1001"');
  expect(many).toContain('aria-rowindex="2"');
});

test('rows are found by a part of their words; a column without an order has no button', () => {
  expect(rows(drawn(300, '  NUMBER 25'))).toBe(11);
  expect(drawn(300, 'letter')).toContain('None like that.');
  expect(drawn(3).match(/<button/g)).toHaveLength(1);
});
