/** What recordings may be dropped: loaded when one is being dragged, so that the frame stays small. */
export { formatWords } from '@vilko/core/formats/formats';
