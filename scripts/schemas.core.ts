export { CheckFileSchema } from '../src/core/exchange/check/check-file';
export { RulesFileSchema } from '../src/core/exchange/rules-file';
export { RunFileSchema } from '../src/core/exchange/site/run-file';
export { SiteFileSchema } from '../src/core/exchange/site/site-file';
export { ForeignLinesSchema } from '../src/core/instruments/foreign-lines';
