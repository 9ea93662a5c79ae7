import {
  Tag,
  type Context,
  type Emitter,
  type Liquid,
  type TagToken,
  type Template,
  type TopLevelToken,
} from 'liquidjs';
import { stateOf } from './render-state';

/** The tag `shown_when "block"`: runs its content when the condition of a block holds, seen from the row it stands in. */
export class ShownWhen extends Tag {
  readonly blockId: string;
  readonly templates: Template[] = [];

  constructor(token: TagToken, remaining: TopLevelToken[], liquid: Liquid) {
    super(token, remaining, liquid);
    this.blockId = token.args.trim().replace(/^"|"$/g, '');
    const stream = liquid.parser
      .parseStream(remaining)
      .on('tag:end_shown_when', () => stream.stop())
      .on('template', (template: Template) => this.templates.push(template))
      .on('end', () => {
        throw new Error(`tag ${token.getText()} not closed`);
      });
    stream.start();
  }

  *render(context: Context, emitter: Emitter): Generator<unknown, void, unknown> {
    const row: unknown = context.getSync(['row']);
    if (!stateOf(context)?.holds(this.blockId, row)) return;
    yield this.liquid.renderer.renderTemplates(this.templates, context, emitter);
  }
}
