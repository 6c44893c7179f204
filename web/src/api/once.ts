import { Refused } from "./client";

const asked = new Map<string, string>();

/**
 * Ask for something new to be made, once: asked again for the same thing after an answer that never came, it is
 * asked under the same id, and what was made the first time is given back.
 */
export async function once<T>(what: string, ask: (as_id: string) => Promise<T>): Promise<T> {
  const id = asked.get(what) ?? crypto.randomUUID();
  asked.set(what, id);
  try {
    const made = await ask(id);
    asked.delete(what);
    return made;
  } catch (error) {
    if (error instanceof Refused) asked.delete(what);
    throw error;
  }
}
