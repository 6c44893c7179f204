/** Generated from the models by `./wise-spool describe`; not edited by hand. */
export const ONE_VALUE = new Set(["at", "built", "control", "tape_measured"]);
