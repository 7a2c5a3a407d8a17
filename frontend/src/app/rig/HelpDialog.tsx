import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";

const KEYS: [string, string][] = [
  ["1 … 8", "go to a step"],
  ["/", "to the line that is typed on this page, or to that of the loads"],
  ["Enter", "take the line; open or store a row"],
  ["↑ ↓", "walk the rows"],
  ["S", "strike a row out, or take it back in"],
  ["Alt ↑ ↓", "move a row"],
  ["F", "all of a row, in a form"],
  ["C", "comment on a row"],
  ["Delete", "remove a row"],
  ["← ↑ ↓ →", "nudge a box on a plan by 1 cm; with Shift by 10 cm"],
  ["+ − Home", "on the map: closer, further, all stays; arrows move it, Enter puts the picked stay under the cross"],
  ["1 … 9, 0", "on a question of the survey: its answers; nobody knows"],
  ["L", "the whole ledger, or what counts here"],
  ["Ctrl Z", "undo; with Shift redo"],
  ["Esc", "back through the working, out of a field"],
];

const LINES = [
  "10 x LED lamp 3W 5h",
  "two laptops, 60 W each, 4 h on weekdays, ac",
  "blender 11.5A 120V 1 min",
  "fridge 45W 20 min per hour must",
  "freezer 600 Wh a day",
  "household fridge 250 kWh a year",
  "air conditioner 13500 BTU eer 9 6 h in summer",
  "phone 4000 mAh charged daily, one per person",
  "lights 20 W 18:00-22:00",
  "heater 40 W 6-10 h December to February",
  "kettle 1200 W 5 min 3 times a day, never with hob",
  '"summer light" 3 W 2 h',
];

const FOUND = [
  "4 x 6V 225Ah agm 2s2p front bay 6 years",
  "bank to inverter 1/0 6 ft",
  "no main fuse",
  "13.3 V, 64%, +22 A, solar 410 W, hazy",
];

export function HelpDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys, and how lines are typed" onClose={onClose}>
      <dl className="grid grid-cols-[8rem_1fr] gap-y-1">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-mono text-[14px]">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-5 mb-1 font-semibold">One line, one load</p>
      <ul className="font-mono text-[14px]">
        {LINES.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="mt-2 text-[14px] text-soft">
        Name and parts in any order. W, A with V, or Wh a day; hours or minutes; % of the time; ac, dc or usb; must,
        should or shed; pf 0.8; start 4x.
      </p>
      <p className="mt-5 mb-1 font-semibold">One line, one thing found, or what meters say at one moment</p>
      <ul className="font-mono text-[14px]">
        {FOUND.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div className="mt-5 text-right">
        <Button kind="main" onClick={onClose}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}
