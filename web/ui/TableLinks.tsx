import { useSay } from '../words/words';
/** The same table as a file of each kind. `href` ends in "." and gets the kind; `query` is without its "?". */
export function TableLinks({ href, query = '' }: { href: string; query?: string }) {
  const say = useSay();
  const files: [label: string, kind: string, more: string][] = [
    ['CSV', 'csv', ''],
    [say('form.table.spreadsheet'), 'csv', 'mark=1'],
    ['XLSX', 'xlsx', ''],
    ['ODS', 'ods', ''],
  ];
  return files.map(([label, kind, more]) => (
    <a
      key={label}
      className="quiet-link"
      href={`${href}${kind}?${[query, more].filter(Boolean).join('&')}`}
      title={more ? say('form.table.mark') : undefined}
      download
    >
      {label}
    </a>
  ));
}
