import { Figure } from "../worksheet/Figure";
import { Cell, Row, Rows } from "../worksheet/Rows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { alternatorOf, isBoat, SCHOOLS } from "./things";

/** What each school asks for, and what it risks; the figures stand beside. */
const OF_EACH = {
  dcdc: {
    asks: "a charger for both sides' volts, a fuse at each end of its cable",
    risks: "costs the most for its amps; loses a tenth",
  },
  manager: {
    asks: "a device for both kinds, a fuse at each end",
    risks: "the bank gets the alternator's volts, and may never be full",
  },
  regulated: {
    asks: "a regulator that feels the alternator's heat, and a field stop from the BMS",
    risks: "without the field stop the volts rise when the BMS opens",
  },
  relay: {
    asks: "a relay and a way that bear all of it, a fuse at each end",
    risks: "lead to lead only; a smart alternator lets it drop out",
  },
  hand_switch: {
    asks: "somebody who thinks of it, a way that bears all of it",
    risks: "forgotten, it empties the starter battery",
  },
} as const;

/** The schools of charging from one alternator, with their figures on it. */
export function SchoolTable({ id }: { id: string }) {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const of = (school: string, name: string) => figure(`charging.alternator.${id}.school.${school}.${name}`);
  const schools = (Object.keys(SCHOOLS) as (keyof typeof SCHOOLS)[]).filter((school) => of(school, "driving_wh"));
  if (schools.length === 0) return null;
  const taken = new Set(
    Object.values(rig.charging.paths).flatMap((way) => (alternatorOf(rig, way) === id && way.kind ? [way.kind] : [])),
  );
  const boat = isBoat(rig);
  return (
    <details className="mt-4" open>
      <summary className="touch cursor-pointer text-soft hover:text-ink">
        The schools side by side, on this alternator
      </summary>
      <Rows
        head={["School", boat ? "An hour of motoring" : "An hour of driving", "An hour of idling", "Its way bears"]}
      >
        {schools.map((school) => (
          <Row
            key={school}
            head={
              <span className={taken.has(school) ? "font-semibold" : ""}>
                {SCHOOLS[school]}
                {taken.has(school) && " – chosen"}
              </span>
            }
            note={
              <>
                asks for {OF_EACH[school].asks}; {OF_EACH[school].risks}
              </>
            }
          >
            <Cell strong>
              <Figure figure={of(school, "driving_wh")} />
            </Cell>
            <Cell>
              <Figure figure={of(school, "idling_wh")} />
            </Cell>
            <Cell>
              <Figure figure={of(school, "bears_a")} />
            </Cell>
          </Row>
        ))}
      </Rows>
      <p className="mt-1 max-w-[46rem] text-[13px] text-soft">
        Into a half-full bank, no more than it takes. Straight ways give less as it fills; a DC-DC charger gives its
        amps to the end. Idling wears an engine: the figure is there to show how little it brings.
      </p>
    </details>
  );
}
