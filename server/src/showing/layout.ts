import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { listAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';

/**
 * Puts a page's content into the public site's frame.
 * @param content HTML that is safe already
 */
export function layout(model: CompiledModel, siteName: string, title: string, content: string): string {
  const paged = model.types.filter(({ contentType }) => contentType.features.page);
  const links = paged.map(
    ({ contentType }) => `<a href="${listAddress(contentType)}">${escapeHtml(contentType.plural)}</a>`,
  );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeHtml(title === siteName ? title : `${title} · ${siteName}`)}</title>
<link rel="stylesheet" href="${SITE_ROOT}/style.css">
</head>
<body>
<header class="site-head"><strong><a href="${SITE_ROOT}/">${escapeHtml(siteName)}</a></strong><nav aria-label="Site">${links.join(' ')}</nav></header>
<main>
${content}</main>
</body>
</html>
`;
}
