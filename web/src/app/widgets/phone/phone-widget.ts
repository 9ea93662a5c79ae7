export { TextLike as PhoneWidget } from '../text-like';
