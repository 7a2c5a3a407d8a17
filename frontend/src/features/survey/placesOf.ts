import type { Rig } from "../../api/types";
import type { Found } from "./foundKinds";

/** A place of the vehicle, with what was found there and what was looked at. */
export interface Place {
  name: string;
  /** The compartment that it is. */
  where: string | null;
  things: [string, Found][];
  /** The look at it, by its id in the rig, whether there is one already or not. */
  lookId: string;
  look: Rig["survey"]["looks"][string] | null;
}

/** What people call the place of a thing: its compartment, or the words that say where it is. */
export function placeName(rig: Rig, thing: Found): string {
  return (thing.where ? rig.space.compartments[thing.where]?.name : undefined) ?? thing.place;
}

/** All places in the order of the survey; what nobody has placed comes last, with the vehicle itself. */
export function placesOf(rig: Rig): Place[] {
  const things = Object.entries(rig.survey.items)
    .filter(([, one]) => one.fate !== "goes")
    .sort(([, one], [, other]) => one.position - other.position);
  const names = [...new Set(things.map(([, one]) => placeName(rig, one)))].filter(Boolean);
  const looked = Object.values(rig.survey.looks)
    .map((look) => (look.where ? rig.space.compartments[look.where]?.name : undefined) ?? look.name)
    .filter((name) => name && !names.includes(name));
  return [...names, ...new Set(looked), ""].map((name) => {
    const where = compartmentCalled(rig, name);
    const known = Object.entries(rig.survey.looks).find(([, look]) => lookedAt(rig, look) === name);
    return {
      name,
      where,
      things: things.filter(([, one]) => placeName(rig, one) === name),
      lookId: known?.[0] ?? newLookId(name, rig),
      look: known?.[1] ?? null,
    };
  });
}

function lookedAt(rig: Rig, look: Rig["survey"]["looks"][string]): string {
  return (look.where ? rig.space.compartments[look.where]?.name : undefined) ?? look.name;
}

function compartmentCalled(rig: Rig, name: string): string | null {
  return Object.entries(rig.space.compartments).find(([, one]) => one.name === name)?.[0] ?? null;
}

/** An id that follows from the name, so that two people who look at one place at once make one look. */
function newLookId(name: string, rig: Rig): string {
  const plain = name.toLowerCase().replace(/[^a-z0-9]+/g, "-");
  const id = `at-${plain || "vehicle"}`.slice(0, 36).replace(/-+$/, "");
  return id in rig.survey.looks ? `${id}-2` : id;
}

/** What a place is called on the screen. */
export const calledPlace = (place: Place) => place.name || "Elsewhere in the vehicle";
