export const THREAD_KINDS = {
  plain: "plain nylon",
  colour_fast: "colour-fast",
  metallic: "metallic",
};

export const PITCH_FROM = {
  counted: "counted on this rod",
  learned: "counted on earlier rods",
  measured: "by its thickness",
  size: "by its size, not counted",
};
