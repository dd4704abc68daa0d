export { examine } from '../src/core/recording/examine';
export { recogniseLayout } from '../src/core/recording/layout';
export { packRecording, unpackRecording } from '../src/core/recording/packed-recording';
export { putRight } from '../src/core/recording/put-right';
export { Pyramid } from '../src/core/recording/pyramid';
export { layoutOfBytes, readRecording } from '../src/core/recording/read-recording';
export { RowReader } from '../src/core/recording/row-reader';
