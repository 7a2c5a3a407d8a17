import type { TrialRan } from "../../api/types";
import type { Frame } from "../../ui/chart/Chart";

const LETTER_PX = 6;

/** Where one stay ends and the next begins, with its name beneath where there is room for it. */
export function Arrivals({ frame, ran, perNight = 1 }: { frame: Frame; ran: TrialRan; perNight?: number }) {
  const spells: { stay: string; from: number; to: number }[] = [];
  ran.nights.forEach((night, at) => {
    const last = spells[spells.length - 1];
    if (last?.stay === night.stay) last.to = at + 1;
    else spells.push({ stay: night.stay, from: at, to: at + 1 });
  });
  const edge = (night: number) => frame.x.at(perNight === 1 ? night - 0.5 : night * perNight);
  return (
    <g className="fill-soft text-[11px]">
      {spells.map((spell, number) => {
        const [from, to] = [edge(spell.from), edge(spell.to)];
        const name = ran.stays.find((one) => one.id === spell.stay)?.name ?? "";
        const letters = Math.floor((to - from - 8) / LETTER_PX);
        return (
          <g key={`${spell.stay} ${spell.from}`}>
            {number > 0 && <path d={`M${from} ${frame.top}V${frame.bottom + 6}`} className="stroke-mark" />}
            {letters >= 4 && (
              <text x={from + 4} y={frame.bottom + 15}>
                {name.length > letters ? `${name.slice(0, letters - 1)}…` : name}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
