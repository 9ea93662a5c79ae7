export { TextLike as TextWidget } from '../text-like';
