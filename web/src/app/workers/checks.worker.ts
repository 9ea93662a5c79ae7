/// <reference lib="webworker" />
import type { CheckRequest } from '@tovlet/core/checks/report';
import { languageFor } from '@tovlet/core/locale/languages';
import { useCatalogue } from '@tovlet/core/locale/say';
import { catalogueOf } from '@tovlet/core/messages/catalogues/load';

declare const self: DedicatedWorkerGlobalScope;

// The worker is named by the language of the page: what it finds is said in it.
const reporter = catalogueOf(languageFor(self.name)).then((catalogue) => {
  useCatalogue(catalogue);
  return import('./reporter');
});

addEventListener('message', ({ data }: MessageEvent<{ id: number; request: CheckRequest }>) => {
  void reporter.then(({ reportOf }) => postMessage({ id: data.id, report: reportOf(data.request) }));
});
