import type { PvArray, PvString } from "../../api/types";
import { Button } from "../../ui/Button";
import { Figure } from "../worksheet/Figure";
import { useNumber } from "../worksheet/fields";
import { PartSelect } from "../worksheet/PartSelect";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { groupsOf, orderedStrings, stringsBefore, withKind, withoutPanel, withPanel } from "./arrays";
import { lookOf } from "./stringLooks";

/** The strings of an array, one a row: what is in series, what it comes to, and its fuse. */
export function Strings({ arrayId, array }: { arrayId: string; array: PvArray }) {
  const { rig } = useRig();
  const strings = orderedStrings(array);
  const before = stringsBefore(rig, arrayId);
  return (
    <table className="mt-2 w-full">
      <thead>
        <tr className="border-ink border-b text-left text-[13px] text-soft">
          <th className="w-8 py-1 font-semibold">
            <span className="sr-only">String</span>
          </th>
          <th className="py-1 font-semibold">In series</th>
          <th className="py-1 pr-3 text-right font-semibold">Cold, open</th>
          <th className="py-1 pr-3 text-right font-semibold">Current</th>
          <th className="py-1 pr-3 text-right font-semibold">Gives</th>
          <th className="py-1 font-semibold">Fuse</th>
        </tr>
      </thead>
      <tbody>
        {strings.map(([id, string], at) => (
          <StringRow key={id} arrayId={arrayId} id={id} string={string} number={at + 1} look={before + at} />
        ))}
      </tbody>
    </table>
  );
}

function StringRow({
  arrayId,
  id,
  string,
  number,
  look,
}: {
  arrayId: string;
  id: string;
  string: PvString;
  number: number;
  /** Its number among all strings, which its colour goes by. */
  look: number;
}) {
  const { edit, answer } = useRig();
  const { figure } = useStepFigures("solar");
  const groups = groupsOf(string);
  const of = (name: string) => figure(`solar.string.${id}.${name}`);
  const last = groups[groups.length - 1];
  return (
    <tr className="border-rule border-b align-top">
      <th scope="row" className="py-2 text-left">
        <span className={`inline-block w-6 border-l-4 pl-1.5 font-mono ${lookOf(look).border}`}>{number}</span>
      </th>
      <td className="py-1">
        {groups.map((group, at) => (
          <div key={group.ids[0]} className="flex flex-wrap items-center gap-x-2 gap-y-1 py-0.5">
            <PartSelect
              kind="panel"
              label={`String ${number}, panels ${at + 1}`}
              value={group.part}
              className="w-64 max-w-full"
              onChange={(part) => part && void edit(withKind(arrayId, id, group.ids, part))}
            />
            {answer.may_edit ? (
              <span className="inline-flex items-center">
                <Button
                  kind="quiet"
                  aria-label={`String ${number}: one fewer of these`}
                  onClick={() => void edit(withoutPanel(arrayId, id, string, group.ids.at(-1) ?? ""))}
                >
                  −
                </Button>
                <output className="figure w-6 text-center">{group.ids.length}</output>
                <Button
                  kind="quiet"
                  aria-label={`String ${number}: one more of these`}
                  onClick={() => void edit(withPanel(arrayId, id, string, group.part))}
                >
                  +
                </Button>
              </span>
            ) : (
              <span className="figure">× {group.ids.length}</span>
            )}
          </div>
        ))}
        {answer.may_edit && groups.length < 4 && last && (
          <PartSelect
            kind="panel"
            label={`String ${number}: another kind in series`}
            value={null}
            empty="+ another kind"
            className="w-40 border-transparent text-soft"
            onChange={(part) => part && void edit(withPanel(arrayId, id, string, part))}
          />
        )}
      </td>
      {["voc_cold_v", "current_a", "watts_w"].map((name) => (
        <td key={name} className="py-2 pr-3 text-right">
          <Figure figure={of(name) ?? (name === "voc_cold_v" ? of("voc_v") : undefined)} />
        </td>
      ))}
      <td className="py-1">
        <Fuse path={`/solar/arrays/${arrayId}/strings/${id}/fuse_a`} string={string} number={number} />
        {of("fuse_a") && string.fuse_a === null && (
          <p className="text-[12px] text-soft">
            it would take <Figure figure={of("fuse_a")} />
          </p>
        )}
      </td>
    </tr>
  );
}

function Fuse({ path, string, number }: { path: string; string: PvString; number: number }) {
  const { fault, input } = useNumber({ path, unit: "A", value: string.fuse_a, nullable: true, none: true });
  return (
    <>
      <span className="inline-flex items-center gap-1">
        <input
          {...input}
          aria-label={`Fuse of string ${number}, or none`}
          placeholder="not said"
          className="field w-24 text-right font-mono placeholder:font-sans placeholder:text-[13px]"
        />
        <span className="text-[13px] text-soft">A</span>
      </span>
      {fault && (
        <p id={`${input.id}-fault`} role="alert" className="text-[13px] text-danger">
          {fault}
        </p>
      )}
    </>
  );
}
