import { editPicture, type EditPicture } from './edit-picture';
import { encodePicture, type EncodePicture, type PictureSize } from './encode-picture';
import { measurePicture, type PictureMeasures } from './measure-picture';
import { readDocument, type DocumentFacts } from './read-document';
import { readRecording, type RecordingFacts } from './read-recording';

/** What can be done with a file, in what form it is asked for, and what comes of it. */
export interface Tasks {
  readonly measure_picture: { readonly input: { readonly file: string }; readonly result: PictureMeasures };
  readonly encode_picture: { readonly input: EncodePicture; readonly result: PictureSize };
  readonly edit_picture: { readonly input: EditPicture; readonly result: object };
  readonly read_document: {
    readonly input: { readonly file: string; readonly bytes: number };
    readonly result: DocumentFacts;
  };
  readonly read_recording: { readonly input: { readonly file: string }; readonly result: RecordingFacts };
}

/** A piece of work: its kind, and what it is about. */
export type Task = {
  readonly [Kind in keyof Tasks]: { readonly kind: Kind; readonly input: Tasks[Kind]['input'] };
}[keyof Tasks];

/** Every kind of work; one that is missing does not compile. */
const tasks: {
  readonly [Kind in keyof Tasks]: (input: Tasks[Kind]['input']) => Promise<Tasks[Kind]['result']>;
} = {
  measure_picture: measurePicture,
  encode_picture: encodePicture,
  edit_picture: editPicture,
  read_document: readDocument,
  read_recording: readRecording,
};

/** Does a piece of work. */
export function doTask<Kind extends keyof Tasks>(
  kind: Kind,
  input: Tasks[Kind]['input'],
): Promise<Tasks[Kind]['result']> {
  return tasks[kind](input);
}
