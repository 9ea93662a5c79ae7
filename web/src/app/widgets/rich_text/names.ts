/** The names of Tovlet's own parts of a text, known without the editor. */
export const ENTRY_LINK = 'entryLink';
export const PICTURE = 'picture';
