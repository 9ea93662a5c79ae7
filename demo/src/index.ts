export { demoEntries, type DemoEntry } from './entries';
export { demoModel } from './model';
export { demoPeople } from './people';
export { starterModel } from './starter';
export { hutTemplate, startTemplate, wardenTemplate } from './template';
export { gazetteer, hutPosition, rangeMap, type GazetteerPlace } from './range';
export { demoTerms } from './terms';
export { demoSaves, type DemoSave } from './saves';
export { demoViews, type DemoView } from './views';
