import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { ChecksStore } from '../../../shell/checks-store';
import { counted } from '@tovlet/core/locale/counts';
import { ModelStore } from '../../../shell/model-store';
import { layoutModel, type MapNode } from './map-layout';

const WIDTH = 900;

/** The map of types, taxonomies and the relations between them, with entry counts and checks. */
@Component({
  selector: 'tov-model-map',
  imports: [MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (layout(); as map) {
      <div class="scroll" [hidden]="map.nodes.length === 0">
        <div class="map" [style.min-width.px]="map.width" [style.height.px]="map.height">
          <svg
            [attr.viewBox]="'0 0 ' + map.width + ' ' + map.height"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            @for (edge of map.edges; track $index) {
              <path [attr.d]="edge.path" [class.terms]="edge.kind === 'taxonomy'" />
            }
          </svg>
          @for (edge of map.edges; track $index) {
            @if (edge.labels.length > 0) {
              <span
                class="words"
                aria-hidden="true"
                [style.left.%]="(edge.top[0] / map.width) * 100"
                [style.top.px]="edge.top[1]"
                >{{ edge.labels.join(' · ') }}</span
              >
            }
          }
          <ul aria-label="Map of the model" i18n-aria-label>
            @for (node of map.nodes; track node.id) {
              <li [style.left.%]="(node.x / map.width) * 100" [style.top.px]="node.y">
                <a
                  [class.taxonomy]="node.kind === 'taxonomy'"
                  [routerLink]="[node.kind === 'type' ? '/model/types' : '/model/taxonomies', node.id]"
                  [attr.aria-label]="wordsOf(node)"
                >
                  <mat-icon [svgIcon]="node.icon" aria-hidden="true" /><span class="name">{{
                    node.label
                  }}</span>
                  <small>{{ model.countOf(node.id) }}</small>
                  @if (findings().get(node.id); as count) {
                    <span class="flaws"><mat-icon svgIcon="warning" aria-hidden="true" />{{ count }}</span>
                  }
                </a>
              </li>
            }
          </ul>
        </div>
      </div>
    }
  `,
  styles: `
    .name {
      max-width: 110px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    :host {
      display: block;
      margin-bottom: 24px;
    }
    .scroll {
      overflow-x: auto;
    }
    .map {
      position: relative;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    svg {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
    }
    path {
      fill: none;
      vector-effect: non-scaling-stroke;
      stroke: var(--line-strong);
      stroke-width: 1.2;
    }
    path.terms {
      stroke-dasharray: 3 4;
    }
    .words {
      position: absolute;
      transform: translate(-50%, -50%);
      padding: 0 6px;
      background: var(--raised);
      color: var(--muted);
      font-size: 12px;
      white-space: nowrap;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      position: absolute;
      transform: translate(-50%, -50%);
    }
    a {
      display: flex;
      align-items: center;
      gap: 6px;
      padding: 5px 11px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--paper);
      color: var(--ink);
      font-weight: 560;
      text-decoration: none;
      white-space: nowrap;
    }
    a.taxonomy {
      border-style: dashed;
      font-weight: 450;
    }
    a:hover {
      background: var(--spruce-wash);
    }
    small {
      color: var(--muted);
      font-variant-numeric: tabular-nums;
    }
    .flaws {
      display: inline-flex;
      align-items: center;
      color: var(--brick);
      font-size: 12px;
      font-weight: 450;
    }
    .flaws mat-icon {
      transform: scale(0.8);
    }
  `,
})
export class ModelMap {
  protected readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);
  protected readonly layout = computed(() => layoutModel(this.model.compiled(), WIDTH));
  /** Warnings and errors by content type: those of its own, and of the fields on it. */
  protected readonly findings = computed(() => {
    const found = this.checks.findings().filter(({ severity }) => severity !== 'note');
    const { types, fields } = this.model.compiled();
    return new Map(
      types.map(({ contentType, groups }) => {
        const own = new Set([contentType.id, ...groups.map(({ group }) => group.id)]);
        const count = found.filter(
          ({ target }) =>
            own.has(target.id) || (target.kind === 'field' && own.has(fields.get(target.id)?.groupId ?? '')),
        ).length;
        return [contentType.id, count] as const;
      }),
    );
  });

  protected wordsOf(node: MapNode): string {
    const count = this.model.counts().types[node.id] ?? 0;
    const joined = this.layout()
      .edges.filter(({ source, target }) => source === node || target === node)
      .map(({ source, target }) => (source === node ? target.label : source.label));
    const words = node.kind === 'type' ? counted(count, 'entry', 'entries') : counted(count, 'term', 'terms');
    return `${node.label}, ${words}${joined.length > 0 ? say`, connected with ${joined.join(', ')}` : ''}`;
  }
}
