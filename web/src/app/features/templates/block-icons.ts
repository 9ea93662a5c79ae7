import formatListBulletedIcon from '@material-symbols/svg-400/outlined/format_list_bulleted.svg' with {
  loader: 'text',
};
import formatQuoteIcon from '@material-symbols/svg-400/outlined/format_quote.svg' with { loader: 'text' };
import gridViewIcon from '@material-symbols/svg-400/outlined/grid_view.svg' with { loader: 'text' };
import horizontalRuleIcon from '@material-symbols/svg-400/outlined/horizontal_rule.svg' with {
  loader: 'text',
};
import viewColumnIcon from '@material-symbols/svg-400/outlined/view_column.svg' with { loader: 'text' };
import viewModuleIcon from '@material-symbols/svg-400/outlined/view_module.svg' with { loader: 'text' };

/** The pictograms of blocks that nothing else has, loaded with the builder. */
export const blockDrawings: Readonly<Record<string, string>> = {
  format_list_bulleted: formatListBulletedIcon,
  format_quote: formatQuoteIcon,
  grid_view: gridViewIcon,
  horizontal_rule: horizontalRuleIcon,
  view_column: viewColumnIcon,
  view_module: viewModuleIcon,
};
