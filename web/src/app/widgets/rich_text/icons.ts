import formatBoldIcon from '@material-symbols/svg-400/outlined/format_bold.svg' with { loader: 'text' };
import formatH2Icon from '@material-symbols/svg-400/outlined/format_h2.svg' with { loader: 'text' };
import formatH3Icon from '@material-symbols/svg-400/outlined/format_h3.svg' with { loader: 'text' };
import formatItalicIcon from '@material-symbols/svg-400/outlined/format_italic.svg' with { loader: 'text' };
import formatListBulletedIcon from '@material-symbols/svg-400/outlined/format_list_bulleted.svg' with {
  loader: 'text',
};
import formatListNumberedIcon from '@material-symbols/svg-400/outlined/format_list_numbered.svg' with {
  loader: 'text',
};
import formatQuoteIcon from '@material-symbols/svg-400/outlined/format_quote.svg' with { loader: 'text' };
import addPhotoAlternateIcon from '@material-symbols/svg-400/outlined/add_photo_alternate.svg' with {
  loader: 'text',
};
import tableIcon from '@material-symbols/svg-400/outlined/table.svg' with { loader: 'text' };
import horizontalRuleIcon from '@material-symbols/svg-400/outlined/horizontal_rule.svg' with {
  loader: 'text',
};

/** The pictograms of the toolbar, loaded with it. */
export const toolDrawings: Readonly<Record<string, string>> = {
  add_photo_alternate: addPhotoAlternateIcon,
  format_bold: formatBoldIcon,
  format_h2: formatH2Icon,
  format_h3: formatH3Icon,
  format_italic: formatItalicIcon,
  format_list_bulleted: formatListBulletedIcon,
  format_list_numbered: formatListNumberedIcon,
  format_quote: formatQuoteIcon,
  horizontal_rule: horizontalRuleIcon,
  table: tableIcon,
};
