import { inject } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import addIcon from '@material-symbols/svg-400/outlined/add.svg' with { loader: 'text' };
import translateIcon from '@material-symbols/svg-400/outlined/translate.svg' with { loader: 'text' };
import addLinkIcon from '@material-symbols/svg-400/outlined/add_link.svg' with { loader: 'text' };
import callIcon from '@material-symbols/svg-400/outlined/call.svg' with { loader: 'text' };
import paletteIcon from '@material-symbols/svg-400/outlined/palette.svg' with { loader: 'text' };
import tuneIcon from '@material-symbols/svg-400/outlined/tune.svg' with { loader: 'text' };
import scheduleIcon from '@material-symbols/svg-400/outlined/schedule.svg' with { loader: 'text' };
import checklistIcon from '@material-symbols/svg-400/outlined/checklist.svg' with { loader: 'text' };
import paymentsIcon from '@material-symbols/svg-400/outlined/payments.svg' with { loader: 'text' };
import articleIcon from '@material-symbols/svg-400/outlined/article.svg' with { loader: 'text' };
import arrowDownwardIcon from '@material-symbols/svg-400/outlined/arrow_downward.svg' with { loader: 'text' };
import arrowUpwardIcon from '@material-symbols/svg-400/outlined/arrow_upward.svg' with { loader: 'text' };
import calendarTodayIcon from '@material-symbols/svg-400/outlined/calendar_today.svg' with { loader: 'text' };
import campaignIcon from '@material-symbols/svg-400/outlined/campaign.svg' with { loader: 'text' };
import checkIcon from '@material-symbols/svg-400/outlined/check.svg' with { loader: 'text' };
import chevronRightIcon from '@material-symbols/svg-400/outlined/chevron_right.svg' with { loader: 'text' };
import closeIcon from '@material-symbols/svg-400/outlined/close.svg' with { loader: 'text' };
import codeIcon from '@material-symbols/svg-400/outlined/code.svg' with { loader: 'text' };
import contentCopyIcon from '@material-symbols/svg-400/outlined/content_copy.svg' with { loader: 'text' };
import cottageIcon from '@material-symbols/svg-400/outlined/cottage.svg' with { loader: 'text' };
import cropSquareIcon from '@material-symbols/svg-400/outlined/crop_square.svg' with { loader: 'text' };
import darkModeIcon from '@material-symbols/svg-400/outlined/dark_mode.svg' with { loader: 'text' };
import deleteIcon from '@material-symbols/svg-400/outlined/delete.svg' with { loader: 'text' };
import descriptionIcon from '@material-symbols/svg-400/outlined/description.svg' with { loader: 'text' };
import dragIndicatorIcon from '@material-symbols/svg-400/outlined/drag_indicator.svg' with { loader: 'text' };
import errorIcon from '@material-symbols/svg-400/outlined/error.svg' with { loader: 'text' };
import eventIcon from '@material-symbols/svg-400/outlined/event.svg' with { loader: 'text' };
import keyboardArrowDownIcon from '@material-symbols/svg-400/outlined/keyboard_arrow_down.svg' with {
  loader: 'text',
};
import helpIcon from '@material-symbols/svg-400/outlined/help.svg' with { loader: 'text' };
import historyIcon from '@material-symbols/svg-400/outlined/history.svg' with { loader: 'text' };
import imageIcon from '@material-symbols/svg-400/outlined/image.svg' with { loader: 'text' };
import inventory2Icon from '@material-symbols/svg-400/outlined/inventory_2.svg' with { loader: 'text' };
import keyboardIcon from '@material-symbols/svg-400/outlined/keyboard.svg' with { loader: 'text' };
import landscapeIcon from '@material-symbols/svg-400/outlined/landscape.svg' with { loader: 'text' };
import leftPanelCloseIcon from '@material-symbols/svg-400/outlined/left_panel_close.svg' with {
  loader: 'text',
};
import leftPanelOpenIcon from '@material-symbols/svg-400/outlined/left_panel_open.svg' with {
  loader: 'text',
};
import lightModeIcon from '@material-symbols/svg-400/outlined/light_mode.svg' with { loader: 'text' };
import lightbulbIcon from '@material-symbols/svg-400/outlined/lightbulb.svg' with { loader: 'text' };
import linkIcon from '@material-symbols/svg-400/outlined/link.svg' with { loader: 'text' };
import listAltIcon from '@material-symbols/svg-400/outlined/list_alt.svg' with { loader: 'text' };
import logoutIcon from '@material-symbols/svg-400/outlined/logout.svg' with { loader: 'text' };
import mailIcon from '@material-symbols/svg-400/outlined/mail.svg' with { loader: 'text' };
import newspaperIcon from '@material-symbols/svg-400/outlined/newspaper.svg' with { loader: 'text' };
import notesIcon from '@material-symbols/svg-400/outlined/notes.svg' with { loader: 'text' };
import numbersIcon from '@material-symbols/svg-400/outlined/numbers.svg' with { loader: 'text' };
import openInNewIcon from '@material-symbols/svg-400/outlined/open_in_new.svg' with { loader: 'text' };
import personIcon from '@material-symbols/svg-400/outlined/person.svg' with { loader: 'text' };
import photoLibraryIcon from '@material-symbols/svg-400/outlined/photo_library.svg' with { loader: 'text' };
import locationOnIcon from '@material-symbols/svg-400/outlined/location_on.svg' with { loader: 'text' };
import playArrowIcon from '@material-symbols/svg-400/outlined/play_arrow.svg' with { loader: 'text' };
import radioButtonCheckedIcon from '@material-symbols/svg-400/outlined/radio_button_checked.svg' with {
  loader: 'text',
};
import refreshIcon from '@material-symbols/svg-400/outlined/refresh.svg' with { loader: 'text' };
import restaurantIcon from '@material-symbols/svg-400/outlined/restaurant.svg' with { loader: 'text' };
import rightPanelCloseIcon from '@material-symbols/svg-400/outlined/right_panel_close.svg' with {
  loader: 'text',
};
import rightPanelOpenIcon from '@material-symbols/svg-400/outlined/right_panel_open.svg' with {
  loader: 'text',
};
import routeIcon from '@material-symbols/svg-400/outlined/route.svg' with { loader: 'text' };
import schoolIcon from '@material-symbols/svg-400/outlined/school.svg' with { loader: 'text' };
import searchIcon from '@material-symbols/svg-400/outlined/search.svg' with { loader: 'text' };
import sellIcon from '@material-symbols/svg-400/outlined/sell.svg' with { loader: 'text' };
import shortTextIcon from '@material-symbols/svg-400/outlined/short_text.svg' with { loader: 'text' };
import starIcon from '@material-symbols/svg-400/outlined/star.svg' with { loader: 'text' };
import storefrontIcon from '@material-symbols/svg-400/outlined/storefront.svg' with { loader: 'text' };
import tableRowsIcon from '@material-symbols/svg-400/outlined/table_rows.svg' with { loader: 'text' };
import titleIcon from '@material-symbols/svg-400/outlined/title.svg' with { loader: 'text' };
import toggleOnIcon from '@material-symbols/svg-400/outlined/toggle_on.svg' with { loader: 'text' };
import undoIcon from '@material-symbols/svg-400/outlined/undo.svg' with { loader: 'text' };
import redoIcon from '@material-symbols/svg-400/outlined/redo.svg' with { loader: 'text' };
import visibilityIcon from '@material-symbols/svg-400/outlined/visibility.svg' with { loader: 'text' };
import warningIcon from '@material-symbols/svg-400/outlined/warning.svg' with { loader: 'text' };
import attachFileIcon from '@material-symbols/svg-400/outlined/attach_file.svg' with { loader: 'text' };
import categoryIcon from '@material-symbols/svg-400/outlined/category.svg' with { loader: 'text' };
import dashboardCustomizeIcon from '@material-symbols/svg-400/outlined/dashboard_customize.svg' with {
  loader: 'text',
};
import deviceHubIcon from '@material-symbols/svg-400/outlined/device_hub.svg' with { loader: 'text' };
import formatAlignLeftIcon from '@material-symbols/svg-400/outlined/format_align_left.svg' with {
  loader: 'text',
};
import functionIcon from '@material-symbols/svg-400/outlined/function.svg' with { loader: 'text' };
import joinInnerIcon from '@material-symbols/svg-400/outlined/join_inner.svg' with { loader: 'text' };
import keyIcon from '@material-symbols/svg-400/outlined/key.svg' with { loader: 'text' };
import selectAllIcon from '@material-symbols/svg-400/outlined/select_all.svg' with { loader: 'text' };
import smartDisplayIcon from '@material-symbols/svg-400/outlined/smart_display.svg' with { loader: 'text' };
import stickyNote2Icon from '@material-symbols/svg-400/outlined/sticky_note_2.svg' with { loader: 'text' };
import viewAgendaIcon from '@material-symbols/svg-400/outlined/view_agenda.svg' with { loader: 'text' };
import accountTreeIcon from '@material-symbols/svg-400/outlined/account_tree.svg' with { loader: 'text' };

/** Every pictogram of the workbench by its Material Symbols name, shipped as single drawings. */
const drawings: Readonly<Record<string, string>> = {
  attach_file: attachFileIcon,
  category: categoryIcon,
  dashboard_customize: dashboardCustomizeIcon,
  device_hub: deviceHubIcon,
  format_align_left: formatAlignLeftIcon,
  function: functionIcon,
  join_inner: joinInnerIcon,
  key: keyIcon,
  select_all: selectAllIcon,
  smart_display: smartDisplayIcon,
  sticky_note_2: stickyNote2Icon,
  view_agenda: viewAgendaIcon,
  account_tree: accountTreeIcon,
  add: addIcon,
  add_link: addLinkIcon,
  call: callIcon,
  palette: paletteIcon,
  tune: tuneIcon,
  schedule: scheduleIcon,
  checklist: checklistIcon,
  payments: paymentsIcon,
  article: articleIcon,
  arrow_downward: arrowDownwardIcon,
  arrow_upward: arrowUpwardIcon,
  calendar_today: calendarTodayIcon,
  campaign: campaignIcon,
  check: checkIcon,
  chevron_right: chevronRightIcon,
  translate: translateIcon,
  close: closeIcon,
  code: codeIcon,
  content_copy: contentCopyIcon,
  cottage: cottageIcon,
  crop_square: cropSquareIcon,
  dark_mode: darkModeIcon,
  delete: deleteIcon,
  description: descriptionIcon,
  drag_indicator: dragIndicatorIcon,
  error: errorIcon,
  event: eventIcon,
  keyboard_arrow_down: keyboardArrowDownIcon,
  help: helpIcon,
  history: historyIcon,
  image: imageIcon,
  inventory_2: inventory2Icon,
  keyboard: keyboardIcon,
  landscape: landscapeIcon,
  left_panel_close: leftPanelCloseIcon,
  left_panel_open: leftPanelOpenIcon,
  light_mode: lightModeIcon,
  lightbulb: lightbulbIcon,
  link: linkIcon,
  list_alt: listAltIcon,
  logout: logoutIcon,
  mail: mailIcon,
  newspaper: newspaperIcon,
  notes: notesIcon,
  numbers: numbersIcon,
  open_in_new: openInNewIcon,
  person: personIcon,
  photo_library: photoLibraryIcon,
  location_on: locationOnIcon,
  play_arrow: playArrowIcon,
  radio_button_checked: radioButtonCheckedIcon,
  refresh: refreshIcon,
  restaurant: restaurantIcon,
  right_panel_close: rightPanelCloseIcon,
  right_panel_open: rightPanelOpenIcon,
  route: routeIcon,
  school: schoolIcon,
  search: searchIcon,
  sell: sellIcon,
  short_text: shortTextIcon,
  star: starIcon,
  storefront: storefrontIcon,
  table_rows: tableRowsIcon,
  title: titleIcon,
  toggle_on: toggleOnIcon,
  redo: redoIcon,
  undo: undoIcon,
  visibility: visibilityIcon,
  warning: warningIcon,
};

/** Pictograms offered for content types. */
export const typeIcons = [
  'article',
  'description',
  'cottage',
  'route',
  'person',
  'newspaper',
  'event',
  'location_on',
  'landscape',
  'restaurant',
  'school',
  'storefront',
  'inventory_2',
  'campaign',
  'sell',
  'star',
  'photo_library',
] as const;

/** Makes pictograms known to mat-icon. To be called where services may be injected. */
export function knowIcons(more: Readonly<Record<string, string>>): void {
  const registry = inject(MatIconRegistry);
  const sanitizer = inject(DomSanitizer);
  for (const [name, drawing] of Object.entries(more))
    registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(drawing));
}

/** Makes the pictograms that are used everywhere known to mat-icon. To be called where services may be injected. */
export const knowOwnIcons = (): void => knowIcons(drawings);
