/** What each job is for and what is measured for it, in a sentence each. */
export const HELP: Record<string, { is: string; measure: string }> = {
  "blank/taper": {
    is: "Every bore, arbor and wrap follows from how thick the blank is, and where.",
    measure:
      "Its length, tip guarded; then with a caliper its diameter at the butt, under every part, and near the tip.",
  },
  "blank/bend": {
    is: "Labels of power are loose. A weight on the clamped blank says what it really carries.",
    measure:
      "Where it is clamped, the weight, and how far it drops. Face out of line; never past the maker’s limit.",
  },
  "blank/purpose": {
    is: "Who fishes it, for what, where and why settle everything after.",
    measure: "Nothing: ask the angler.",
  },
  "blank/choose": {
    is: "Every blank on hand against the brief: what it has, and what it gives up.",
    measure: "Nothing new: hang a weight on the blanks that only have their label.",
  },
  "blank/mend": {
    is: "A rod that came back: what broke, what mends it, and what it is worth afterwards.",
    measure: "Where it broke, from the butt end; the bore there; an old seat outside and in.",
  },
  "spine/roll": {
    is: "Loaded and rolled, a blank snaps round to where it wants to rest.",
    measure:
      "Bend it a little, roll it, and tap the ring of the dial where your tape stops. Five times, from all round.",
  },
  "spine/drops": {
    is: "Whether what you felt is a spine or only a bow.",
    measure: "The drop of the tip under one weight, with each of eight angles on top.",
  },
  "spine/decide": {
    is: "The schools on this very blank, and what each would cost.",
    measure: "Nothing: choose, and say why.",
  },
  "spine/marks": {
    is: "Where the pencil goes round the blank, at every place.",
    measure: "Where the printed label lies, so that a lost tape does not lose the marks.",
  },
  "handle/stack": {
    is: "The parts from the butt up, and whether each reaches its mark.",
    measure: "Length and bore of each part, at both faces.",
  },
  "handle/sizes": {
    is: "Which seat, check, cap or ferrule of those you have fits this blank.",
    measure: "The bores of the candidates.",
  },
  "handle/turning": {
    is: "What comes out of which stick, and where the lathe stops.",
    measure: "Length and side of your sticks, and the saw’s kerf.",
  },
  "handle/bores": {
    is: "One part at a time: ream, try it on, ream again.",
    measure: "How far short of its mark the part stops when it is slid on.",
  },
  "handle/arbor": {
    is: "What fills the room between blank and seat.",
    measure: "The bore of the seat, and how thick your tape is.",
  },
  "handle/order": {
    is: "What goes on before what, worked out from bores and ends.",
    measure: "Nothing: tick off what is done.",
  },
  "handle/glue-up": {
    is: "How much to mix, how long it lives, what lies within reach.",
    measure: "How warm the bench is.",
  },
  "handle/balance": {
    is: "What it weighs and where it balances, as planned and a little otherwise.",
    measure: "The bare blank, the reel and each part on a scale; the rest is guessed from size.",
  },
  "guides/train": {
    is: "Where every ring goes, from any datum.",
    measure: "State the rings you are sure of; the free ones are closed in between.",
  },
  "guides/reel-side": {
    is: "Where the line off the reel meets its first rings.",
    measure:
      "On the mounted reel: its lip or front ahead of the foot, and its height over the blank.",
  },
  "guides/bend": {
    is: "The rod bent by its line: how evenly it turns at the rings, how clear it runs.",
    measure: "Nothing: pull the line.",
  },
  "guides/layouts": {
    is: "Other layouts beside yours, under the same loads.",
    measure: "Nothing: point at one and it lies over the mat.",
  },
  "guides/twist": {
    is: "How far the rod rolls with its guides on top, winding round, or below.",
    measure: "Nothing here; stiffness against twist is from memory.",
  },
  "guides/test": {
    is: "The real rod, hung: what it shows beats what was planned.",
    measure: "Where the line lifts off a ring, where it touches, how far it turns.",
  },
  "wraps/wraps": {
    is: "Every wrap before its thread is on: where it lies, its turns, its metres, what happens at which turn.",
    measure: "Turns of your thread over a length, counted on any wrap that lies tight.",
  },
  "wraps/decoration": {
    is: "Threads crossed, wound open or dividing the round, worked out on this blank’s own taper.",
    measure: "Nothing: choose a figure, and where it lies.",
  },
  "wraps/line-up": {
    is: "What a look along the rod says, and the fewest guides to turn.",
    measure: "From the seat, how far each ring stands to the right or left of the line.",
  },
  "wraps/labels": {
    is: "Lettering that fits this blank, bent for its taper, printed at 1:1.",
    measure: "Nothing: type it, and say who shall read it.",
  },
  "finish/coats": {
    is: "What to mix, and when each coat goes on, turns and may be followed.",
    measure: "Room, humidity, and the blank if it is colder.",
  },
  "finish/areas": {
    is: "What is coated, with what, and by which school; what is painted first.",
    measure: "Nothing: choose a way, and name what gets coats of its own.",
  },
  "finish/mix": {
    is: "How much to mix, how it is measured, and how far its ratio may be off.",
    measure: "The step of your syringe or scale; densities from the data sheet if you weigh.",
  },
  "finish/defects": {
    is: "What is wrong with a coat, what to do about it now, and what the next coat waits for.",
    measure: "Nothing: look along every wrap against a light.",
  },
  "finish/product": {
    is: "What the tin says wins over anything here.",
    measure: "Nothing: read the tin and its data sheet.",
  },
};
