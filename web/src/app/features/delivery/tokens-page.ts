import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { type FormGroupDirective, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { tokenCreateSchema, type MadeToken, type TokenAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import { Confirm } from '../../shared/confirm';
import { FormLine } from '../../shared/forms/form-line';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { MomentWords } from '../../shared/moment-words';
import { Notices } from '../../shared/notices';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { SessionStore } from '../../shell/session-store';
import { ScreenHeading } from '../../shell/screen-heading';
import { TokensApi } from './tokens-api';

/** The tokens by which programs read: who has one, when it was last read by, and a new one, which is shown once. */
@Component({
  selector: 'tov-tokens-page',
  imports: [
    FetchedPart,
    FormLine,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTableModule,
    MomentWords,
    Panes,
    ReactiveFormsModule,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tokens-page.html',
  styleUrl: './tokens-page.scss',
})
export class TokensPage {
  private readonly api = inject(TokensApi);
  private readonly clipboard = inject(Clipboard);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  protected readonly columns = ['name', 'reads', 'made', 'used', 'revoke'];
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  /** The types that the next token is for; none stands for all. */
  protected readonly types = signal<readonly string[]>([]);
  /** Whether the next token reads drafts as well. */
  protected readonly drafts = signal(false);
  protected readonly byId = (_: number, { id }: TokenAnswer): string => id;
  protected readonly fields = schemaForm(tokenCreateSchema, { name: '' });
  protected readonly sending = new Sending();
  protected readonly made = signal<MadeToken | null>(null);
  protected readonly tokens = fetched({
    request: () => this.session.canModel() || undefined,
    fetch: () => firstValueFrom(this.api.all()),
    isEmpty: (tokens) => tokens.length === 0,
  });

  protected async make(element: HTMLElement, entered: FormGroupDirective): Promise<void> {
    const sent = await this.sending.send(this.fields, element, async () => {
      const types = this.types().length > 0 ? [...this.types()] : null;
      const { token, ...made } = await firstValueFrom(
        this.api.make({ ...this.fields.getRawValue(), types, drafts: this.drafts() }),
      );
      this.made.set({ token, ...made });
      this.tokens.set([made, ...(this.tokens.value() ?? [])]);
    });
    // The next one is not looked at for mistakes before it is sent.
    if (!sent) return;
    entered.resetForm();
    this.types.set([]);
    this.drafts.set(false);
  }

  /** What is read by a token; types that are gone say nothing. */
  protected readsOf({ types, drafts }: TokenAnswer): string {
    const named = this.model.document().contentTypes.filter(({ id }) => types?.includes(id));
    const words = types === null ? say`all types` : named.map(({ plural }) => plural).join(', ');
    return drafts ? say`${words}, drafts as well` : words;
  }

  protected copy(token: string): void {
    if (this.clipboard.copy(token)) this.notices.say(say`The token was copied.`);
  }

  protected async revoke({ id, name }: TokenAnswer): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Revoke the token of “${name}”?`,
      text: say`The program is refused from its next request on. This cannot be undone; a new token can be made.`,
      yes: say`Revoke the token`,
    });
    if (!sure) return;
    try {
      await firstValueFrom(this.api.revoke(id), { defaultValue: undefined });
      if (this.made()?.id === id) this.made.set(null);
      this.notices.say(say`The token of “${name}” was revoked.`);
    } catch (error) {
      this.notices.fail(error);
    }
    this.tokens.reload();
  }
}
