import type { Router, UrlTree } from '@angular/router';
import type { CheckFinding } from '@tovlet/core/checks/index';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { originOf } from '@tovlet/core/model/expand';
import { templatePlace } from '../../shared/template-address';

/**
 * The address of what a finding is about.
 * @example router.navigateByUrl(placeOfFinding({ kind: 'type', id: 't_hut' }, model, router)) // /model/types/t_hut
 */
export function placeOfFinding(
  target: CheckFinding['target'],
  { fields, document }: CompiledModel,
  router: Router,
): UrlTree {
  switch (target.kind) {
    case 'type':
      return router.createUrlTree(['/model/types', target.id]);
    case 'taxonomy':
      return router.createUrlTree(['/model/taxonomies', target.id]);
    case 'group':
      return router.createUrlTree(['/model/groups', target.id]);
    case 'template': {
      const { id, block } = target;
      const { commands, template } = templatePlace(id, document);
      return router.createUrlTree([...commands], { queryParams: { template, block } });
    }
    case 'field': {
      const id = originOf(target.id);
      const group = fields.get(id)?.groupId ?? '';
      return router.createUrlTree(['/model/groups', group], { queryParams: { field: id } });
    }
  }
}
