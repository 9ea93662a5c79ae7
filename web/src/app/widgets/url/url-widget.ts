export { TextLike as UrlWidget } from '../text-like';
