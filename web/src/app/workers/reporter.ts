import { useExpressionEngine } from '@tovlet/core/expressions/engine';
import { jsonataEngine } from '@tovlet/core/expressions/jsonata-engine';
import { usePatternEngine } from '@tovlet/core/patterns/engine';
import { linearEngine } from '@tovlet/core/patterns/linear';

// Off the page there is room for the engines: expressions and patterns are checked whole.
usePatternEngine(linearEngine);
useExpressionEngine(jsonataEngine);

export { reportOf } from '@tovlet/core/checks/report';
