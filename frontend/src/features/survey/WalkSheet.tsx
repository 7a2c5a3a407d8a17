import { createPortal } from "react-dom";
import type { Asked } from "../../api/types";
import { nameOf, say } from "./foundKinds";
import { calledPlace, type Place } from "./placesOf";

const FITS = 46; // questions on one page; those that decide least stay off it

/** The walk on paper: one page, place by place, with a box for each answer and room to write. On a screen it does not show. */
export function WalkSheet({ places, asked }: { places: Place[]; asked: Asked[] }) {
  const open = asked.filter((one) => !one.set_aside);
  const printed = new Set([...open].sort((one, other) => rank(one) - rank(other)).slice(0, FITS));
  const left = open.length - printed.size;
  return createPortal(
    <div className="walk-sheet" aria-hidden="true">
      <h1>The walk round the vehicle</h1>
      <p className="walk-head">
        {document.title} · date ________ · who ________ · {open.length} to ask
        {left > 0 && `, ${left} of which have no room here`}
      </p>
      <div className="walk-columns">
        {places.map((place) => (
          <section key={place.name}>
            <h2>{calledPlace(place)}</h2>
            {place.things.length > 0 && (
              <p className="walk-things">{place.things.map(([, one]) => `${nameOf(one)}: ${say(one)}`).join(" · ")}</p>
            )}
            <ul>
              {open
                .filter((one) => one.place === place.name && printed.has(one))
                .map((one) => (
                  <li key={one.key}>
                    {one.grade === "danger" && <b>! </b>}
                    {one.what}{" "}
                    {one.answers.length > 0 ? (
                      one.answers.map((answer) => (
                        <span key={answer.label} className="walk-box">
                          ☐ {answer.label}
                        </span>
                      ))
                    ) : (
                      <span className="walk-line">________________</span>
                    )}
                  </li>
                ))}
            </ul>
            <p className="walk-seen">Seen: ______________________________________ ☐ nothing else</p>
          </section>
        ))}
        <section>
          <h2>Read</h2>
          <p className="walk-seen">
            Volts ________ at rest / charging / under load · gauge ______ % · amps ________ in / out
          </p>
          <p className="walk-seen">Array ________ W, clear / hazy / overcast · at ______ · mains ________ V</p>
        </section>
      </div>
    </div>,
    document.body,
  );
}

const rank = (one: Asked) => (one.grade === "danger" ? 0 : 1);
