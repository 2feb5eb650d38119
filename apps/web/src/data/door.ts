/** What stands between a screen and the server when it is asked who is there. */
export interface Door {
  /** Nobody is signed in any more, or not by as many steps as are asked for now. */
  closed: () => void;
  /** Asks whoever is there to show once more that it is them; whether they did. */
  prove: () => Promise<boolean>;
}

/** Whoever is told so goes to the door again. */
export const IS_CLOSED: readonly string[] = ['door.closed', 'door.second'];

let door: Door | null = null;

/** Sets who answers at the door; gives what takes them away again. */
export function onDoor(keeper: Door): () => void {
  door = keeper;
  return () => {
    if (door === keeper) door = null;
  };
}

/** Whether a request is to be made once more: somebody has shown that it is them. Tells the door when nobody is signed in. */
export async function atDoor(code: string): Promise<boolean> {
  if (IS_CLOSED.includes(code)) door?.closed();
  return code === 'door.proof' && (await (door?.prove() ?? Promise.resolve(false)));
}
