import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Draft } from './draft';
import type { Edit } from './edit';

/** Where edits and drafts are kept until the server has them. */
export interface EditStorage {
  /** Whether what is kept here outlives the tab. */
  readonly durable: boolean;
  edits(): Promise<readonly Edit[]>;
  keep(edit: Edit): Promise<void>;
  drop(id: string): Promise<void>;
  draft(key: string): Promise<Draft | undefined>;
  keepDraft(draft: Draft): Promise<void>;
  dropDraft(key: string): Promise<void>;
}

interface Schema extends DBSchema {
  edits: { key: string; value: Edit };
  drafts: { key: string; value: Draft };
}

/** Lasts as long as the tab: where a browser keeps nothing, as in private windows, and in specs. */
export class MemoryStorage implements EditStorage {
  readonly durable: boolean = false;
  private readonly keptEdits = new Map<string, Edit>();
  private readonly keptDrafts = new Map<string, Draft>();

  edits(): Promise<readonly Edit[]> {
    return Promise.resolve([...this.keptEdits.values()]);
  }

  keep(edit: Edit): Promise<void> {
    this.keptEdits.set(edit.id, edit);
    return Promise.resolve();
  }

  drop(id: string): Promise<void> {
    this.keptEdits.delete(id);
    return Promise.resolve();
  }

  draft(key: string): Promise<Draft | undefined> {
    return Promise.resolve(this.keptDrafts.get(key));
  }

  keepDraft(draft: Draft): Promise<void> {
    this.keptDrafts.set(draft.key, draft);
    return Promise.resolve();
  }

  dropDraft(key: string): Promise<void> {
    this.keptDrafts.delete(key);
    return Promise.resolve();
  }
}

/**
 * Keeps edits in IndexedDB.
 * @see https://www.w3.org/TR/IndexedDB/
 */
export class IndexedDbStorage implements EditStorage {
  readonly durable = true;

  private constructor(private readonly database: IDBPDatabase<Schema>) {}

  static async open(name = 'tovlet'): Promise<IndexedDbStorage> {
    const database = await openDB<Schema>(name, 1, {
      upgrade(made) {
        made.createObjectStore('edits', { keyPath: 'id' });
        made.createObjectStore('drafts', { keyPath: 'key' });
      },
    });
    return new IndexedDbStorage(database);
  }

  edits(): Promise<readonly Edit[]> {
    return this.database.getAll('edits');
  }

  async keep(edit: Edit): Promise<void> {
    // Relaxed: a crash of the browser is outlived, and a keystroke does not wait for the disk.
    const transaction = this.database.transaction('edits', 'readwrite', { durability: 'relaxed' });
    void transaction.store.put(edit);
    transaction.commit();
    await transaction.done;
  }

  drop(id: string): Promise<void> {
    return this.database.delete('edits', id);
  }

  draft(key: string): Promise<Draft | undefined> {
    return this.database.get('drafts', key);
  }

  async keepDraft(draft: Draft): Promise<void> {
    const transaction = this.database.transaction('drafts', 'readwrite', { durability: 'relaxed' });
    void transaction.store.put(draft);
    transaction.commit();
    await transaction.done;
  }

  dropDraft(key: string): Promise<void> {
    return this.database.delete('drafts', key);
  }

  close(): void {
    this.database.close();
  }
}

/** Opens the storage of this browser; memory where it has none. */
@Injectable({ providedIn: 'root' })
export class EditStorages {
  private opened: Promise<EditStorage> | null = null;

  open(): Promise<EditStorage> {
    this.opened ??= IndexedDbStorage.open().catch(() => new MemoryStorage());
    return this.opened;
  }
}
