import chatIcon from '@material-symbols/svg-400/outlined/chat.svg' with { loader: 'text' };
import editIcon from '@material-symbols/svg-400/outlined/edit.svg' with { loader: 'text' };
import addCommentIcon from '@material-symbols/svg-400/outlined/add_comment.svg' with { loader: 'text' };

/** The pictograms of what is said, loaded with the form of an entry. */
export const talkDrawings: Readonly<Record<string, string>> = {
  add_comment: addCommentIcon,
  chat: chatIcon,
  edit: editIcon,
};
