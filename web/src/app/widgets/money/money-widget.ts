export { NumberWidget as MoneyWidget } from '../number/number-widget';
