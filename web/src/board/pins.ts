import type { ShopBoard } from "../api/types";
import { iso, snapped } from "./when";

/** The board with a sitting held at a moment, by whom. */
export const pinned = (board: ShopBoard, job: string, at: number, person: string): ShopBoard => ({
  ...board,
  pins: [
    ...board.pins.filter((p) => p.job !== job),
    { id: "", job, start: iso(snapped(at)), person },
  ],
});

/** The board with a sitting let go. */
export const unpinned = (board: ShopBoard, job: string): ShopBoard => ({
  ...board,
  pins: board.pins.filter((p) => p.job !== job),
});

type Promise_ = NonNullable<ShopBoard["promises"]>[number];

/** The board with something said of one rod. */
export const said = (board: ShopBoard, rod: string, change: Partial<Promise_>): ShopBoard => {
  const before = board.promises;
  const fresh = {
    id: "",
    rod,
    promised_on: null,
    must: false,
    trip: false,
    aside: false,
    scuffs: false,
  };
  const was = before.find((p) => p.rod === rod) ?? fresh;
  return { ...board, promises: [...before.filter((p) => p.rod !== rod), { ...was, ...change }] };
};

/** One more place on a dryer, the bench open on Sunday, the room kept warm: what a shop asks itself first. */
export const asks = (board: ShopBoard): { name: string; board: ShopBoard }[] => {
  const warm = board.room.warm_c;
  return [
    {
      name: "one more dryer place",
      board: {
        ...board,
        dryers: [...board.dryers, { id: "", name: "one more", slots: 1 }],
      },
    },
    {
      name: "Sundays too",
      board: {
        ...board,
        people: board.people.map((p) => ({
          ...p,
          hours: [
            ...p.hours.filter((h) => h.weekday !== 6),
            { id: "", weekday: 6, opens: "10:00:00", closes: "14:00:00" },
          ],
        })),
      },
    },
    {
      name: `kept at ${warm} °C`,
      board: { ...board, room: { ...board.room, cold_c: warm } },
    },
  ];
};
