import { searchBox } from '../../lists/markup/search-box';
import { textAt, wordsOf } from './site-facts';

/** Writes a box that searches the whole site. @param site what templates know of the site */
export const searchForm = (site: unknown): string => searchBox(wordsOf(site), textAt(site, 'search'), '');
