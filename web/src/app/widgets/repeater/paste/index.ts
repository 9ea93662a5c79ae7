/** What is loaded once a table is pasted or rows are copied: seldom, so not with the form. */
export { PasteDialog } from './paste-dialog';
export { RowsAsText } from './rows-as-text';
