/** Something that can be done on the screen that stands. */
export interface ScreenAction {
  readonly name: string;
  readonly run: () => void;
}

/** How a control is called: its label, else its words, without those of pictures. */
function nameOf(element: HTMLElement): string {
  const label = element.getAttribute('aria-label');
  if (label) return label;
  const words = element.cloneNode(true) as HTMLElement;
  for (const silent of words.querySelectorAll('mat-icon, kbd, [aria-hidden="true"]')) silent.remove();
  return words.textContent.replace(/\s+/g, ' ').trim();
}

/** Whether somebody could press it now. */
const canBePressed = (element: HTMLElement): boolean =>
  !element.matches(':disabled, [aria-disabled="true"], [tabindex="-1"]') && element.checkVisibility();

/**
 * Finds everything that can be pressed on the screen: what a screen offers is offered in *Find or do* as well, without the screen
 * having to say it twice.
 * @param screen the work surface and the panes beside it
 * @returns each by its name, once, in the order it stands; pressing it is the same as on the screen
 */
export function actionsOn(screen: ParentNode): readonly ScreenAction[] {
  const actions = new Map<string, ScreenAction>();
  for (const element of screen.querySelectorAll<HTMLElement>(
    'main button, .inspector button, main a[href]',
  )) {
    const name = nameOf(element);
    if (name === '' || actions.has(name) || !canBePressed(element)) continue;
    actions.set(name, { name, run: () => element.click() });
  }
  return [...actions.values()];
}
