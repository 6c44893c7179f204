import { create } from "zustand";

import { api, Refused, take, Unreachable } from "../api/client";
import type { AtTheDoor } from "../api/types";

/** From the shop's network the door is asked first; whoever sits at the machine is asked nothing, unless it is locked. */
export const FROM_THE_NETWORK = location.protocol === "https:";

interface Door {
  /** Who this window is let in as; null while nobody, undefined before the door was asked. */
  who: AtTheDoor | null | undefined;
  /** What was said when it was turned out. */
  said: string;
  /** Whether this window needs a pass: from the network, by a link, or since one was asked for. */
  asks: boolean;
}

export const useDoor = create<Door>()(() => ({
  who: undefined,
  said: "",
  asks: FROM_THE_NETWORK || location.pathname === "/come-in",
}));

/** Ask at the door. While the server is away a window that was let in goes on: what is done waits in it. */
export async function askAtTheDoor(): Promise<void> {
  try {
    useDoor.setState({ who: await take(api.GET("/api/door")), said: "" });
  } catch (error) {
    if (error instanceof Unreachable && useDoor.getState().who === undefined)
      useDoor.setState({ who: AWAY });
    else if (error instanceof Refused) useDoor.setState({ who: null });
  }
}

const AWAY: AtTheDoor = {
  who: "",
  role: "builder",
  here: false,
  locked: false,
  rod_id: null,
  network: null,
  owner_made: true,
  has_password: true,
};

/** This window is let in no more. */
export const turnedOut = (): void => {
  const { asks, who } = useDoor.getState();
  if (who)
    useDoor.setState({ who: null, said: "You were signed out. What you typed is kept here." });
  else if (!asks) useDoor.setState({ who: null, asks: true });
};
