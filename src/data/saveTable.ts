import { loadFormats } from './boundary';
import { saveText } from './files';

/** Hands rows to the browser as a CSV file. @param name without its ending */
export const saveTable = (name: string, rows: readonly (readonly string[])[]): Promise<void> =>
  loadFormats().then(({ tableCsv }) => saveText(`${name}.csv`, tableCsv(rows), 'text/csv'));
