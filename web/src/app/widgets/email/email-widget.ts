export { TextLike as EmailWidget } from '../text-like';
