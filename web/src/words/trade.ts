/** Generated from the models by `./wise-spool describe`; not edited by hand. */
// prettier-ignore
export type Region = "blank" | "butt" | "tip" | "joint" | "butt_cap" | "rear_grip" | "reel_seat" | "foregrip" | "winding_check" | "hook_keeper" | "arbor" | "reel" | "guide" | "tip_top" | "wrap" | "bore" | "axis";

export interface Meaning {
  word: string;
  also: string[];
  says: string;
  shown: Region | null;
}

// prettier-ignore
export const TRADE_WORDS: Meaning[] = [
 {
  "word": "action",
  "also": [],
  "says": "Where along its length a blank bends: fast near the tip, slow all the way down.",
  "shown": "tip"
 },
 {
  "word": "arbor",
  "also": [
   "arbors"
  ],
  "says": "What fills the room between a reel seat’s bore and the blank: bands of tape, foam or a sleeve.",
  "shown": "arbor"
 },
 {
  "word": "blank",
  "also": [],
  "says": "The bare tapering tube that a rod is built on.",
  "shown": "blank"
 },
 {
  "word": "bore",
  "also": [
   "bores",
   "bored"
  ],
  "says": "The hole through a part, or its diameter.",
  "shown": "bore"
 },
 {
  "word": "bow",
  "also": [],
  "says": "A blank that is not straight: a bend it keeps at rest. It is not the spine.",
  "shown": "blank"
 },
 {
  "word": "butt",
  "also": [],
  "says": "The thick end of the rod, where the hand is.",
  "shown": "butt"
 },
 {
  "word": "butt cap",
  "also": [],
  "says": "The cap that closes the butt end.",
  "shown": "butt_cap"
 },
 {
  "word": "choke guide",
  "also": [],
  "says": "The guide at which the loops off a spinning reel have become a straight line.",
  "shown": "guide"
 },
 {
  "word": "clock angle",
  "also": [
   "clock angles"
  ],
  "says": "A direction round the blank in degrees, clockwise seen from the butt.",
  "shown": "axis"
 },
 {
  "word": "coat",
  "also": [
   "coats"
  ],
  "says": "One layer of finish over the thread.",
  "shown": null
 },
 {
  "word": "colour preserver",
  "also": [],
  "says": "A sealer that keeps thread from darkening under the finish.",
  "shown": "wrap"
 },
 {
  "word": "detachable butt",
  "also": [],
  "says": "A handle that comes off the rod at a metal ferrule.",
  "shown": "butt"
 },
 {
  "word": "dew point",
  "also": [],
  "says": "How cold a surface must be for this air to wet it. Near it, no coat goes on.",
  "shown": null
 },
 {
  "word": "dry fit",
  "also": [
   "dry fits"
  ],
  "says": "Trying a part on without glue, to see where it stops.",
  "shown": "rear_grip"
 },
 {
  "word": "ferrule",
  "also": [
   "ferrules"
  ],
  "says": "The joint between two sections, or the metal one of a detachable butt.",
  "shown": "joint"
 },
 {
  "word": "fighting butt",
  "also": [],
  "says": "A short butt piece below the reel, to set against the body.",
  "shown": "butt_cap"
 },
 {
  "word": "foot",
  "also": [
   "feet"
  ],
  "says": "The flat end of a guide that lies on the blank and is wrapped down.",
  "shown": "guide"
 },
 {
  "word": "foregrip",
  "also": [],
  "says": "The grip ahead of the reel seat.",
  "shown": "foregrip"
 },
 {
  "word": "gimbal",
  "also": [],
  "says": "A slotted cap that stands in a rod holder or a belt.",
  "shown": "butt_cap"
 },
 {
  "word": "grip",
  "also": [
   "grips"
  ],
  "says": "What the hand holds: cork, foam or wood, bored to slide over the blank.",
  "shown": "rear_grip"
 },
 {
  "word": "guide",
  "also": [
   "guides"
  ],
  "says": "A ring on a frame that leads the line along the rod.",
  "shown": "guide"
 },
 {
  "word": "high spot",
  "also": [],
  "says": "A place inside a bore that is narrower than both its ends and stops the part.",
  "shown": "bore"
 },
 {
  "word": "hood",
  "also": [],
  "says": "The cup that holds an end of the reel’s foot.",
  "shown": "reel_seat"
 },
 {
  "word": "hook keeper",
  "also": [],
  "says": "A small loop ahead of the handle to hang the hook in.",
  "shown": "hook_keeper"
 },
 {
  "word": "kerf",
  "also": [],
  "says": "The width a saw turns to dust.",
  "shown": null
 },
 {
  "word": "lip",
  "also": [],
  "says": "A narrower edge inside a seat’s bore, or the front edge of a reel’s spool.",
  "shown": "reel_seat"
 },
 {
  "word": "mandrel",
  "also": [],
  "says": "The rod that a part is pushed on to be turned round.",
  "shown": "bore"
 },
 {
  "word": "pilot",
  "also": [],
  "says": "The hole that leads a drill or reamer straight.",
  "shown": "bore"
 },
 {
  "word": "pot life",
  "also": [],
  "says": "How long a mix stays workable in the cup. It is not how long it takes to set.",
  "shown": null
 },
 {
  "word": "power",
  "also": [],
  "says": "How heavy a load bends the blank so far: light, medium, heavy.",
  "shown": "blank"
 },
 {
  "word": "reamer",
  "also": [
   "reamers",
   "ream",
   "reamed"
  ],
  "says": "A long tapered cutter that opens a bore to the blank’s taper.",
  "shown": "bore"
 },
 {
  "word": "recess",
  "also": [
   "recessed"
  ],
  "says": "A hollow in the end of a part, wider than its bore: another part or glue sits in it.",
  "shown": "rear_grip"
 },
 {
  "word": "recoat window",
  "also": [],
  "says": "The time after a coat in which the next one bonds to it without scuffing.",
  "shown": null
 },
 {
  "word": "reel foot",
  "also": [],
  "says": "The reel’s flat stem that is clamped into the seat.",
  "shown": "reel"
 },
 {
  "word": "reel seat",
  "also": [
   "seat"
  ],
  "says": "The part that holds the reel.",
  "shown": "reel_seat"
 },
 {
  "word": "resting line",
  "also": [
   "resting lines"
  ],
  "says": "The direction round the blank that a bent blank rolls to and stays in.",
  "shown": "axis"
 },
 {
  "word": "ring",
  "also": [
   "rings"
  ],
  "says": "The round eye of a guide; its size is its diameter as sold, in millimetres.",
  "shown": "guide"
 },
 {
  "word": "shoulder",
  "also": [],
  "says": "The step where a tenon begins, or where one part stands proud of the next.",
  "shown": "rear_grip"
 },
 {
  "word": "sleeve",
  "also": [],
  "says": "A tube pushed between seat and blank, or a joint in which one section slides over the other.",
  "shown": "joint"
 },
 {
  "word": "spigot",
  "also": [],
  "says": "A joint in which a plug of one section enters the other.",
  "shown": "joint"
 },
 {
  "word": "spine",
  "also": [],
  "says": "The stiffness of a blank that differs with the direction it is bent in, so that it rolls to rest when loaded.",
  "shown": "axis"
 },
 {
  "word": "split grip",
  "also": [],
  "says": "A handle that leaves the blank bare between two short grips.",
  "shown": "rear_grip"
 },
 {
  "word": "squeeze-out",
  "also": [],
  "says": "Adhesive pushed out as a part goes home.",
  "shown": null
 },
 {
  "word": "static test",
  "also": [],
  "says": "Hanging a load on the rod with its guides taped on, and looking where the line goes.",
  "shown": "guide"
 },
 {
  "word": "station",
  "also": [
   "stations"
  ],
  "says": "A place along the blank, measured from the butt end.",
  "shown": "blank"
 },
 {
  "word": "story stick",
  "also": [],
  "says": "A strip with every mark of the rod at true size, to lay along the blank.",
  "shown": "blank"
 },
 {
  "word": "stripper",
  "also": [],
  "says": "The first and largest guide ahead of the reel.",
  "shown": "guide"
 },
 {
  "word": "swell",
  "also": [],
  "says": "A thicker place on a blank or grip.",
  "shown": "rear_grip"
 },
 {
  "word": "tag end",
  "also": [],
  "says": "The loose beginning or end of the thread.",
  "shown": "wrap"
 },
 {
  "word": "taper",
  "also": [],
  "says": "How the blank’s diameter falls from butt to tip.",
  "shown": "blank"
 },
 {
  "word": "tenon",
  "also": [
   "tenons"
  ],
  "says": "A thinner end turned on a part, to go inside the next one.",
  "shown": "rear_grip"
 },
 {
  "word": "tip-top",
  "also": [],
  "says": "The ring at the very tip, on a tube that slides over the blank.",
  "shown": "tip_top"
 },
 {
  "word": "train",
  "also": [],
  "says": "All the guides of a rod together, in order.",
  "shown": "guide"
 },
 {
  "word": "trigger",
  "also": [],
  "says": "The hook under a casting seat that a finger holds.",
  "shown": "reel_seat"
 },
 {
  "word": "underwrap",
  "also": [],
  "says": "Thread laid under a guide’s foot.",
  "shown": "wrap"
 },
 {
  "word": "vent",
  "also": [],
  "says": "A way out for air under a part that closes the blank’s end.",
  "shown": "butt_cap"
 },
 {
  "word": "winding check",
  "also": [],
  "says": "The small ring that closes the front of the handle round the blank.",
  "shown": "winding_check"
 },
 {
  "word": "witness mark",
  "also": [],
  "says": "The builder’s own mark that all clock angles are counted from.",
  "shown": "axis"
 },
 {
  "word": "wrap",
  "also": [
   "wraps"
  ],
  "says": "Turns of thread that hold a guide’s foot to the blank.",
  "shown": "wrap"
 }
];
