import { plainType } from '@tovlet/core/model/document';
import type { ModelDocument } from '@tovlet/core/model/document';

/** The model of a new workspace: posts and pages, without any field group. */
export const starterModel: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      id: 't_post',
      key: 'post',
      pluralKey: 'posts',
      singular: 'Post',
      plural: 'Posts',
      icon: 'article',
      address: '/posts/{slug}',
      ...plainType,
    },
    {
      id: 't_page',
      key: 'page',
      pluralKey: 'pages',
      singular: 'Page',
      plural: 'Pages',
      icon: 'description',
      address: '/{slug}',
      ...plainType,
    },
  ],
  groups: [],
};
