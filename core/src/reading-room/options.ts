/** Answers of *First cause* beside the faults: nothing is wrong; this device cannot tell any of what is offered. */
export const HEALTHY_SWING = 'healthy';
export const CANNOT_TELL = 'cannot';

/** Faults offered beside each other. */
export const OFFERED = 6;
/** Options of an item: the faults, healthy, and cannot be told. */
export const FIRST_CAUSE_OPTIONS = OFFERED + 2;
