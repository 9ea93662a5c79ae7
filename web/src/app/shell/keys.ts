import { say } from '@tovlet/core/locale/say';
import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { Dialogs } from '../shared/dialogs';
import { AREAS } from './area';
import type { FindKeys } from './find-dialog';
import { PaneState } from './pane-state';
import { Shortcuts } from './shortcuts';
import { Undo } from './undo/undo';

const SEQUENCE_MILLISECONDS = 1200;

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
      // Letters choose in a list, and edit in a grid.
      target.matches('[role="combobox"], [role="listbox"], [role="treegrid"] *'))
  );
}

/** A screen's own answer to a key of the whole workbench, such as saving. */
export interface KeyActions {
  save?(): void;
  /** Whether every keystroke in a control is taken at once, so that undo knows of it. */
  readonly live?: boolean;
}

/** Keys that work everywhere. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly router = inject(Router);
  private readonly panes = inject(PaneState);
  private readonly undo = inject(Undo);
  private readonly dialogs = inject(Dialogs);
  private readonly areas = inject(AREAS);
  private readonly shortcuts = inject(Shortcuts);
  private waitingSince = -Infinity;
  /** What is typed while *Find or do* opens; null while it does not. */
  private meanwhile: string | null = null;
  private actions: KeyActions = {};
  /** The control in which something was typed that is not taken yet. */
  private typedInto: EventTarget | null = null;

  constructor() {
    document.addEventListener('input', ({ target }) => (this.typedInto = target), true);
    for (const kind of ['change', 'focusout'])
      document.addEventListener(kind, () => (this.typedInto = null), true);
  }

  /** Lets a screen answer keys while it stands; @returns what ends that */
  use(actions: KeyActions): () => void {
    this.actions = actions;
    return () => {
      if (this.actions === actions) this.actions = {};
    };
  }

  handle(event: KeyboardEvent): void {
    if (event.defaultPrevented) return;
    // Some layouts write a character with Alt or AltGr, which browsers tell as Ctrl and Alt: that is a key, not a command.
    const writes = event.getModifierState('AltGraph') || (event.altKey && !event.ctrlKey);
    if (!writes && (event.ctrlKey || event.metaKey)) return this.withControl(event);
    if (this.meanwhile !== null) return this.keep(event, this.meanwhile);
    if (isTyping(event.target) || this.dialogs.isOpen) return;
    // A letter with Alt is a command of the browser or the system.
    if (event.altKey && /^[a-z0-9]$/i.test(event.key)) return;
    this.withoutControl(event);
  }

  private withoutControl(event: KeyboardEvent): void {
    const isWaiting = performance.now() - this.waitingSince < SEQUENCE_MILLISECONDS;
    const area = this.areas.find(({ key }) => key === event.key);
    if (area && isWaiting && this.shortcuts.on()) {
      event.preventDefault();
      this.waitingSince = -Infinity;
      void this.router.navigateByUrl(`/${area.path}`);
      return;
    }
    switch (this.shortcuts.of(event.key)) {
      case 'go':
        this.waitingSince = performance.now();
        return;
      case 'outline':
        return this.panes.toggle('outline');
      case 'inspector':
        return this.panes.toggle('inspector');
      case 'keys':
        void this.showKeys();
        return;
      case null:
    }
  }

  async find(): Promise<void> {
    if (this.dialogs.isOpen || this.meanwhile !== null) return;
    this.meanwhile = '';
    try {
      const { FindDialog } = await import('./find-dialog');
      const data: FindKeys = { takeTyped: () => this.takeTyped(), showKeys: () => this.showKeys() };
      const place = { width: '620px', position: { top: '12vh' }, ariaLabel: say`Find or do`, data };
      (await this.dialogs.prepare()).open(FindDialog, place);
    } catch (error) {
      this.meanwhile = null;
      throw error;
    }
  }

  /** Hands over what was typed while *Find or do* opened; from here on, keys are its own. */
  takeTyped(): string {
    const typed = this.meanwhile ?? '';
    this.meanwhile = null;
    return typed;
  }

  /** Whoever knows the keys types on at once: nothing of that is lost, nor taken for a key of the workbench. */
  private keep(event: KeyboardEvent, before: string): void {
    const typed = event.key === 'Enter' ? '\n' : event.key.length === 1 ? event.key : '';
    if (typed === '' || event.altKey) return;
    event.preventDefault();
    this.meanwhile = before + typed;
  }

  async showKeys(): Promise<void> {
    const { KeysDialog } = await import('./keys-dialog');
    await this.dialogs.ask(KeysDialog, { width: '520px', ariaLabelledBy: 'keys-title' });
  }

  private withControl(event: KeyboardEvent): void {
    switch (event.key.toLowerCase()) {
      case 'k':
        event.preventDefault();
        void this.find();
        return;
      case 's':
        event.preventDefault();
        this.actions.save?.();
        return;
      case 'z':
        this.takeBack(event, event.shiftKey);
        return;
      case 'y':
        this.takeBack(event, true);
    }
  }

  /** What was typed into a control and not taken yet is the browser's to take back; everything else is ours. */
  private takeBack(event: KeyboardEvent, again: boolean): void {
    const { target } = event;
    if (target instanceof HTMLElement && target.isContentEditable) return;
    if (target instanceof HTMLElement && this.typedInto === target && !this.actions.live) return;
    event.preventDefault();
    if (again) this.undo.redo();
    else this.undo.undo();
  }
}
