import { csvOf, tableRows } from './csv';

const table = (html: string): HTMLTableElement => {
  const el = document.createElement('table');
  el.innerHTML = html;
  document.body.append(el);
  return el;
};

describe('a table as CSV', () => {
  it('quotes what needs it, leaves a missing value empty, and lets no cell become a formula', () => {
    expect(
      csvOf([
        ['a', null, 3.5],
        ['say "so", twice', '=HYPERLINK("x")', '-2.5'],
        ['-nothing', '@x', '+1'],
      ]),
    ).toBe(
      // prettier-ignore
      `a,,3.5\r\n"say ""so"", twice","'=HYPERLINK(""x"")",-2.5\r\n'-nothing,'@x,'+1\r\n`,
    );
  });
  it('takes what is shown: entries, drawings by their words, a plain minus, wide cells with their width; hidden rows stay out', () => {
    const el = table(
      `<tr><th colspan="2">Wide</th><th data-csv="own">Buttons</th></tr>
       <tr style="display:none"><td>never</td></tr>
       <tr><td> −12  ms </td><td><input value="7"></td><td><svg aria-label="steep"></svg></td></tr>
       <tr><td></td><td></td><td></td></tr>`,
    );
    expect(tableRows(el)).toEqual([
      ['Wide', '', 'own'],
      ['-12 ms', '7', 'steep'],
    ]);
    el.remove();
  });
});
