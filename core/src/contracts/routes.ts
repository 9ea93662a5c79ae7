import type { JsonObject } from '../json';
import type { RestoreRequest } from './studio';
import type * as backups from './studio/backups';
import type * as frame from './studio/frame';
import type * as imports from './studio/imports';
import type * as moves from './studio/moves';
import type * as files from './studio/model-files';
import type * as studio from './studio';

/** Whether a request did what it was sent for; nothing more is to be said. */
interface Done {
  readonly signedIn: true;
}

/** An entry found by words, or by its id. */
export interface FoundEntry {
  readonly id: string;
  readonly typeId: string;
  readonly title: string;
  readonly status: studio.EntryStatus;
  /** The address of a small picture of it; null where it has none. */
  readonly thumbnail: string | null;
}

/** A page of the media. */
export interface MediaAnswer {
  readonly items: readonly studio.MediumAnswer[];
  readonly total: number;
}

/** A place that the gazetteer knows. */
export interface GazetteerPlace {
  readonly name: string;
  readonly kind: string;
  readonly latitude: number;
  readonly longitude: number;
}

/**
 * What each address of the workbench's API takes and gives. The server serves its routes through it (`access/resource.ts`), the
 * workbench asks through it (`fetching/api-client.ts`), so that neither can say what the other does not mean.
 */
export interface ApiRoutes {
  'GET /api/studio/session': { answer: studio.SessionAnswer };
  'POST /api/studio/session': { body: studio.SignIn; answer: Done };
  'PUT /api/studio/session/language': { body: studio.LanguageChoice; answer: undefined };
  'POST /api/studio/session/demo': { body: studio.DemoSignIn; answer: Done };
  'POST /api/studio/session/first': { body: studio.FirstAccount; answer: Done };
  'POST /api/studio/session/link': { body: studio.Link; answer: studio.LinkAnswer };
  'POST /api/studio/session/link/use': { body: studio.LinkUse; answer: Done };
  'DELETE /api/studio/session': { answer: undefined };

  'GET /api/studio/model': { answer: studio.ModelAnswer };
  'GET /api/studio/model/schema': { answer: JsonObject };
  'GET /api/studio/model/counts': { answer: studio.CountsAnswer };
  'GET /api/studio/model/fill/:group': { answer: studio.FillAnswer };
  'GET /api/studio/model/profile/:field': { query: studio.ProfileQuery; answer: studio.ProfileAnswer };
  'GET /api/studio/model/history': { query: studio.HistoryQuery; answer: studio.HistoryAnswer };
  'GET /api/studio/model/history/:revision': { answer: studio.RevisionAnswer };
  'POST /api/studio/model/try-rule': { body: studio.TryRule; answer: studio.TriedAnswer };
  'POST /api/studio/model/try-condition': { body: studio.TryCondition; answer: studio.TriedAnswer };
  'POST /api/studio/model/rehearse': { body: studio.RehearsalRequest; answer: studio.RehearsalAnswer };
  'POST /api/studio/model/undo': { body: studio.UndoRequest; answer: studio.ModelAnswer };
  'POST /api/studio/model/restore': { body: RestoreRequest; answer: studio.ModelAnswer };
  'POST /api/studio/model/restore/plan': { body: RestoreRequest; answer: studio.RestorePlan };
  'POST /api/studio/model/changes': { body: studio.ModelChangesRequest; answer: studio.ModelAnswer };

  'GET /api/studio/backups': { answer: backups.BackupsAnswer };
  'POST /api/studio/backups': { answer: backups.BackupsAnswer };
  'PUT /api/studio/backups/schedule': { body: backups.BackupSchedule; answer: backups.BackupsAnswer };
  'DELETE /api/studio/backups/:name': { answer: backups.BackupsAnswer };

  'GET /api/studio/model-files': { answer: files.ModelFilesAnswer };
  'POST /api/studio/model-files/plan': { body: files.FilesPlanRequest; answer: files.FilesPlanAnswer };
  'POST /api/studio/model-files': { body: files.FilesTake; answer: files.FilesPlanAnswer };

  'PUT /api/studio/presence': { body: studio.PresenceNote; answer: studio.PresenceAnswer };

  'GET /api/studio/entries': { query: studio.EntryListQuery; answer: studio.EntryListAnswer };
  'GET /api/studio/entries/facets': {
    query: studio.EntryFacetsQuery;
    answer: readonly studio.FacetAnswer[];
  };
  'GET /api/studio/loose': { answer: studio.LooseAnswer };
  'POST /api/studio/loose/discard': { body: studio.LooseName; answer: studio.LooseAnswer };
  'POST /api/studio/loose/adopt': { body: studio.LooseAdopt; answer: studio.LooseAnswer };
  'POST /api/studio/loose/removals/:id/restore': { answer: studio.LooseAnswer };
  'GET /api/studio/findings': { answer: studio.FindingsAnswer };
  'GET /api/studio/findings/mending': { query: studio.MendingQuery; answer: studio.MendingAnswer };
  'GET /api/studio/entries/overview': { answer: studio.OverviewAnswer };
  'GET /api/studio/entries/search': { query: studio.EntrySearch; answer: readonly FoundEntry[] };
  'GET /api/studio/entries/titles': { query: studio.EntryTitles; answer: readonly FoundEntry[] };
  'GET /api/studio/entries/:id': { answer: studio.OpenedEntry };
  'GET /api/studio/entries/:id/readiness': { answer: studio.ReadinessAnswer };
  'PUT /api/studio/entries/:id/copy': { body: studio.CopySave; answer: studio.CopyKept };
  'DELETE /api/studio/entries/:id/copy': { query: studio.CopyDrop; answer: undefined };
  'GET /api/studio/entries/:id/comments': { answer: studio.CommentsAnswer };
  'POST /api/studio/entries/:id/comments': { body: studio.CommentWrite; answer: studio.CommentsAnswer };
  'PUT /api/studio/entries/:id/comments/:comment': {
    body: studio.CommentChange;
    answer: studio.CommentsAnswer;
  };
  'PUT /api/studio/entries/:id/comments/:comment/resolved': {
    body: studio.CommentResolve;
    answer: studio.CommentsAnswer;
  };
  'DELETE /api/studio/entries/:id/comments/:comment': { answer: studio.CommentsAnswer };
  'GET /api/studio/entries/:id/schedule': { answer: studio.ScheduleAnswer };
  'PUT /api/studio/entries/:id/schedule/:action': {
    body: studio.ScheduleSave;
    answer: studio.ScheduleAnswer;
  };
  'DELETE /api/studio/entries/:id/schedule/:action': { answer: studio.ScheduleAnswer };
  'GET /api/studio/entries/:id/revisions': {
    query: studio.EntryRevisionsQuery;
    answer: studio.EntryRevisionsAnswer;
  };
  'GET /api/studio/entries/:id/revisions/:version': { answer: studio.EntryAnswer };
  'POST /api/studio/entries': { body: studio.EntryCreate; answer: studio.EntryAnswer };
  'PUT /api/studio/entries/:id': { body: studio.EntrySave; answer: studio.EntryAnswer };
  'POST /api/studio/entries/:id/verify': { body: studio.Verify; answer: { readonly matches: boolean } };
  'DELETE /api/studio/entries/:id': { query: studio.EntryVersion; answer: undefined };

  'GET /api/studio/bin': { query: studio.BinListQuery; answer: studio.BinAnswer };
  'GET /api/studio/bin/removal/:kind/:id': { answer: studio.RemovalAnswer };
  'POST /api/studio/bin/:kind/:id/restore': { answer: studio.Restored };
  'DELETE /api/studio/bin/:kind/:id': { answer: undefined };
  'DELETE /api/studio/bin': { answer: undefined };

  'GET /api/studio/bulk': { query: studio.BulkListQuery; answer: readonly studio.BulkAnswer[] };
  'GET /api/studio/bulk/:id': { answer: studio.BulkAnswer };
  'POST /api/studio/bulk': { body: studio.BulkRequest; answer: studio.BulkAnswer };
  'POST /api/studio/bulk/:id/stop': { answer: studio.BulkAnswer };
  'POST /api/studio/bulk/:id/take-back': { answer: studio.BulkAnswer };

  'GET /api/studio/imports': { answer: readonly imports.ImportListItem[] };
  'POST /api/studio/imports': { body: imports.ImportCreate; answer: imports.ImportAnswer };
  'GET /api/studio/imports/:id': { answer: imports.ImportAnswer };
  'PUT /api/studio/imports/:id': { body: imports.ImportSave; answer: imports.ImportAnswer };
  'DELETE /api/studio/imports/:id': { answer: undefined };
  'POST /api/studio/imports/:id/try': { body: imports.ImportSave; answer: imports.ImportTrial };
  'POST /api/studio/imports/:id/start': { body: imports.ImportStart; answer: imports.ImportAnswer };
  'POST /api/studio/imports/:id/stop': { answer: imports.ImportAnswer };
  'GET /api/studio/moves': { answer: readonly moves.MoveListItem[] };
  'POST /api/studio/moves': { body: moves.MoveCreate; answer: moves.MoveAnswer };
  'GET /api/studio/moves/:id': { answer: moves.MoveAnswer };
  'PUT /api/studio/moves/:id': { body: moves.MoveSave; answer: moves.MoveAnswer };
  'DELETE /api/studio/moves/:id': { answer: undefined };
  'POST /api/studio/moves/:id/start': { body: moves.MoveStart; answer: moves.MoveAnswer };
  'POST /api/studio/moves/:id/stop': { answer: moves.MoveAnswer };
  'GET /api/studio/imports/:id/rows': { query: imports.ImportRowsQuery; answer: imports.ImportRowsAnswer };

  'GET /api/studio/tokens': { answer: readonly studio.TokenAnswer[] };
  'POST /api/studio/tokens': { body: studio.TokenCreate; answer: studio.MadeToken };
  'DELETE /api/studio/tokens/:id': { answer: undefined };
  'GET /api/studio/views': { query: studio.ViewListQuery; answer: readonly studio.ViewAnswer[] };
  'GET /api/studio/views/:id': { answer: studio.ViewAnswer };
  'POST /api/studio/views': { body: studio.ViewCreate; answer: studio.ViewAnswer };
  'PUT /api/studio/views/:id': { body: studio.ViewSave; answer: studio.ViewAnswer };
  'DELETE /api/studio/views/:id': { answer: undefined };

  'GET /api/studio/media': { query: studio.MediaQuery; answer: MediaAnswer };
  'GET /api/studio/media/facets': { query: studio.MediaFacetsQuery; answer: studio.MediaFacets };
  'POST /api/studio/media': { body: FormData; answer: studio.MediumAnswer };
  'POST /api/studio/media/taken': { body: studio.Taken; answer: studio.TakenAnswer };
  'POST /api/studio/media/many': { body: studio.ManyMedia; answer: studio.ManyMediaAnswer };
  'GET /api/studio/media/:id': { answer: studio.MediumAnswer };
  'GET /api/studio/media/:id/uses': { answer: studio.MediumUses };
  'PUT /api/studio/media/:id': { body: studio.MediumSave; answer: studio.MediumAnswer };
  'DELETE /api/studio/media/:id': { query: studio.MediumVersion; answer: undefined };
  'POST /api/studio/media/:id/edit': { body: studio.PictureEditSave; answer: studio.MediumAnswer };
  'POST /api/studio/media/:id/poster': {
    query: studio.MediumVersion;
    body: FormData;
    answer: studio.MediumAnswer;
  };
  'POST /api/studio/media/:id/earlier/:revision/restore': {
    body: studio.EarlierFileSave;
    answer: studio.MediumAnswer;
  };
  'DELETE /api/studio/media/:id/earlier/:revision': {
    query: studio.MediumVersion;
    answer: studio.MediumAnswer;
  };
  'GET /api/studio/media-folders': { answer: studio.FoldersAnswer };
  'POST /api/studio/media-folders': { body: studio.FolderSave; answer: studio.FoldersAnswer };
  'PUT /api/studio/media-folders/:id': { body: studio.FolderSave; answer: studio.FoldersAnswer };
  'DELETE /api/studio/media-folders/:id': { answer: studio.FoldersAnswer };

  'GET /api/studio/terms': { query: studio.TermsQuery; answer: readonly studio.TermAnswer[] };
  'POST /api/studio/terms': { body: studio.TermCreate; answer: studio.TermAnswer };
  'PUT /api/studio/terms/:id': { body: studio.TermSave; answer: studio.TermAnswer };
  'POST /api/studio/terms/:id/move': { body: studio.TermMove; answer: readonly studio.TermAnswer[] };
  'POST /api/studio/terms/:id/merge': { body: studio.TermMerge; answer: readonly studio.TermAnswer[] };
  'POST /api/studio/terms/:id/bring-back': { answer: readonly studio.TermAnswer[] };
  'DELETE /api/studio/terms/:id': { answer: readonly studio.TermAnswer[] };

  'GET /api/studio/settings': { answer: studio.SettingsAnswer };
  'PUT /api/studio/settings': { body: studio.SettingsSave; answer: studio.SettingsAnswer };

  'GET /api/studio/people': { answer: readonly studio.PersonAnswer[] };
  'POST /api/studio/people': { body: studio.Invitation; answer: studio.InvitedAnswer };
  'PUT /api/studio/people/:id': { body: studio.ValuesSave; answer: studio.PersonAnswer };
  'PUT /api/studio/people/:id/account': { body: studio.AccountSave; answer: studio.PersonAnswer };
  'POST /api/studio/people/:id/link': { answer: studio.SignInLink };
  'GET /api/studio/people/:id/authored': { answer: studio.AuthoredAnswer };
  'DELETE /api/studio/people/:id': { query: studio.PersonRemoval; answer: undefined };

  'GET /api/studio/frame': { answer: frame.FrameAnswer };
  'PUT /api/studio/frame': { body: frame.FrameSave; answer: frame.FrameAnswer };
  'POST /api/studio/frame/preview': { body: frame.FramePreview; answer: frame.FramePreviewAnswer };
  'GET /api/studio/templates': { answer: readonly studio.SavedTemplateAnswer[] };
  'GET /api/studio/templates/:id': { answer: studio.TemplateAnswer };
  'PUT /api/studio/templates/:id': { body: studio.TemplateSave; answer: studio.TemplateAnswer };
  'DELETE /api/studio/templates/:id': { answer: studio.TemplateAnswer };
  'POST /api/studio/templates/samples': { body: studio.SamplesRequest; answer: studio.SamplesAnswer };
  'POST /api/studio/templates/preview': { body: studio.PreviewRequest; answer: studio.PreviewAnswer };

  'GET /standins/gazetteer/search': {
    query: { readonly q: string };
    answer: { readonly places: readonly GazetteerPlace[] };
  };
}

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** The addresses that answer to a method, with `:name` where something is filled in. */
export type PathOf<M extends Method> = keyof ApiRoutes extends infer Key
  ? Key extends `${M} ${infer Path}`
    ? Path
    : never
  : never;

/** What is taken and given at an address. */
export type RouteOf<M extends Method, Path extends string> = `${M} ${Path}` extends keyof ApiRoutes
  ? ApiRoutes[`${M} ${Path}`]
  : never;

export type AnswerOf<M extends Method, Path extends string> = RouteOf<M, Path>['answer'];
export type BodyOf<M extends Method, Path extends string> =
  RouteOf<M, Path> extends { body: infer Body } ? Body : undefined;
export type QueryOf<M extends Method, Path extends string> =
  RouteOf<M, Path> extends { query: infer Query extends object } ? Query : undefined;

/** The names that an address leaves to be filled in: `'id'` of `/entries/:id/verify`. */
export type ParameterOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParameterOf<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
