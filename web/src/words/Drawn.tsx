import type { ComponentType, ReactNode } from "react";

/* Small drawings of words that a place on the rod does not explain. Cork, steel and pencil as on the mat. */

function Plate({ label, children }: { label: string; children: ReactNode }) {
  return (
    <svg viewBox="0 0 288 96" className="w-full bg-mat" role="img" aria-label={label}>
      {children}
    </svg>
  );
}

const cork = { fill: "var(--cork)", stroke: "var(--outline)" };
const steel = { fill: "var(--steel)", stroke: "var(--outline)" };
const wood = { fill: "var(--graphite-body)", stroke: "var(--outline)" };
const pencil = { fill: "none", stroke: "var(--pencil)", strokeWidth: 3 };
const lit = { fill: "var(--pencil)", stroke: "var(--outline)" };
const line = { fill: "none", stroke: "var(--mat-ink)", strokeWidth: 1.6 };

/** A grip cut open over the blank; its bore's upper and lower edge as given. */
function Cut({ bore, children }: { bore: [string, string]; children?: ReactNode }) {
  return (
    <>
      <path d={`M40,14 H248 V${bore[0]} Z`} {...cork} />
      <path d={`M40,82 H248 V${bore[1]} Z`} {...cork} />
      {children}
    </>
  );
}

export const DRAWN: Record<string, ComponentType> = {
  "high spot": () => (
    <Plate label="A bore narrower inside than at both ends">
      <Cut bore={["36 Q150,52 40,32", "60 Q150,44 40,64"]} />
      <path d="M8,38 L280,43 V53 L8,58 Z" {...steel} />
      <circle cx="148" cy="48" r="16" {...pencil} />
    </Plate>
  ),
  "dry fit": () => (
    <Plate label="A grip slid on dry, short of its mark">
      <path d="M8,40 L280,45 V51 L8,56 Z" {...steel} />
      <path d="M120,22 H230 V40 L120,38 Z M120,74 H230 V56 L120,58 Z" {...cork} />
      <path d="M64,24 V72" {...pencil} />
      <path d="M114,82 H68 m8,-6 l-8,6 l8,6" {...pencil} />
    </Plate>
  ),
  lip: () => (
    <Plate label="A narrow edge inside a seat’s bore">
      <path d="M40,12 H248 V28 H170 V38 H158 V28 H40 Z" {...wood} />
      <path d="M40,84 H248 V68 H170 V58 H158 V68 H40 Z" {...wood} />
      <path d="M158,28 H170 V38 H158 Z M158,58 H170 V68 H158 Z" {...lit} />
    </Plate>
  ),
  tenon: () => (
    <Plate label="A thinner end turned to sit in another part">
      <path d="M20,18 H170 V34 H228 V62 H170 V78 H20 Z" {...cork} />
      <path d="M170,34 H228 V62 H170 Z" {...lit} />
      <path d="M236,24 H276 V34 H236 Z M236,62 H276 V72 H236 Z" {...wood} />
    </Plate>
  ),
  recess: () => (
    <Plate label="A wider hollow in the end of a part">
      <path d="M60,12 H260 V40 H110 V30 H60 Z M60,84 H260 V56 H110 V66 H60 Z" {...cork} />
      <path d="M60,31 H110 V65 H60 Z" {...pencil} />
    </Plate>
  ),
  arbor: () => (
    <Plate label="Bands of tape between blank and seat">
      <path d="M30,10 H258 V22 H30 Z M30,74 H258 V86 H30 Z" {...wood} />
      <path d="M8,38 L280,41 V55 L8,58 Z" {...steel} />
      {[56, 132, 208].map((x) => (
        <path key={x} d={`M${x},22 h26 v17 h-26 Z M${x},57 h26 v17 h-26 Z`} {...lit} />
      ))}
    </Plate>
  ),
  kerf: () => (
    <Plate label="What the saw turns to dust">
      <path d="M16,26 H132 V72 H16 Z M142,26 H272 V72 H142 Z" {...cork} />
      <path d="M132,22 H142 V76 H132 Z" {...lit} />
    </Plate>
  ),
  mandrel: () => (
    <Plate label="The rod a part is turned on">
      <path d="M8,42 H280 V54 H8 Z" {...lit} />
      <path d="M70,18 H218 V42 H70 Z M70,78 H218 V54 H70 Z" {...cork} />
      <path d="M254,30 a18,18 0 1,1 -8,-8 m8,8 l-2,-9 m2,9 l-9,1" {...line} />
    </Plate>
  ),
  pilot: () => (
    <Plate label="The hole that leads a drill straight">
      <path d="M110,12 H270 V42 H110 Z M110,84 H270 V54 H110 Z" {...cork} />
      <path d="M110,42 H270 M110,54 H270" {...pencil} />
      <path d="M10,34 H92 L106,48 L92,62 H10 Z" {...steel} />
    </Plate>
  ),
  taper: () => (
    <Plate label="How the blank grows thinner toward the tip">
      <path d="M16,22 L272,42 V54 L16,74 Z" {...steel} />
      <path d="M40,24 V72 M240,40 V56" {...pencil} />
    </Plate>
  ),
  foot: () => (
    <Plate label="The flat end of a guide, on the blank">
      <path d="M8,66 H280 V82 H8 Z" {...steel} />
      <path d="M70,66 L128,58 L128,66 Z" {...lit} />
      <path d="M128,62 L164,34 M128,66 L172,58" {...line} strokeWidth={3} />
      <ellipse cx="168" cy="34" rx="8" ry="22" {...line} strokeWidth={4} />
    </Plate>
  ),
  "choke guide": () => (
    <Plate label="The ring at which the coils have become a line">
      <path d="M20,18 V78 M20,18 L220,42 M20,78 L220,54" {...line} />
      <path d="M20,18 q40,30 0,60 M80,26 q26,22 0,44 M140,33 q14,15 0,30" {...line} />
      <ellipse cx="220" cy="48" rx="5" ry="12" {...pencil} />
      <path d="M220,48 H282" {...line} />
    </Plate>
  ),
};
