import { useQuery } from "@tanstack/react-query";
import { type GeoPermissibleObjects, geoGraticule10, geoPath } from "d3-geo";
import { type KeyboardEvent, type PointerEvent, useDeferredValue, useEffect, useId, useRef, useState } from "react";
import { placesWithinQuery } from "../../../api/queries";
import type { Stay } from "../../../api/types";
import { Button } from "../../../ui/Button";
import { sayPlace } from "../../../ui/sayPlace";
import { useDelayed } from "../../../ui/useDelayed";
import { boxOf, kept, type Point, projectionOf, SIZE, stepped, type View, viewOf } from "./view";
import { loadWorld, type World } from "./world";

const TOWNS_FROM = 3; // closer than this the map names towns
const FINE_FROM = 4;
const STEP = 0.2;
const CLOSER = 1.6;
const DRAGGED_PX = 5;

interface Located extends Point {
  id: string;
  /** As it is counted in the table. */
  number: number;
  stay: Stay;
}

/** The journey on the world. A stay that is picked is put where the map is pressed, or under the cross with Enter. */
export function JourneyMap({
  stays,
  picked,
  mayEdit,
  onPick,
  onPut,
}: {
  stays: [string, Stay][];
  picked: string | null;
  mayEdit: boolean;
  onPick: (id: string | null) => void;
  onPut: (id: string, at: Point) => void;
}) {
  const located = stays.flatMap(([id, stay], index): Located[] =>
    stay.lat_deg === null || stay.lon_deg === null
      ? []
      : [{ id, stay, number: index + 1, lat: stay.lat_deg, lon: stay.lon_deg }],
  );
  const [moved, setMoved] = useState<View | null>(null);
  const view = moved ?? viewOf(located);
  const drawn = useDeferredValue(view);
  const world = useWorld(view.zoom >= FINE_FROM);
  const towns = useTowns(view);
  const [looking, setLooking] = useState(false);
  const hint = useId();
  const pins = pinned(located, view);
  // The map stays where it is, so that one sees where the pin went.
  const put = (at: Point) => {
    if (!picked || !mayEdit) return;
    setMoved(view);
    onPut(picked, at);
  };
  const placing = mayEdit ? stays.find(([id]) => id === picked)?.[1] : undefined;

  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, () => void> = {
      ArrowLeft: () => setMoved(stepped(view, -STEP, 0)),
      ArrowRight: () => setMoved(stepped(view, STEP, 0)),
      ArrowUp: () => setMoved(stepped(view, 0, STEP)),
      ArrowDown: () => setMoved(stepped(view, 0, -STEP)),
      "+": () => setMoved(kept({ ...view, zoom: view.zoom * CLOSER })),
      "=": () => setMoved(kept({ ...view, zoom: view.zoom * CLOSER })),
      "-": () => setMoved(kept({ ...view, zoom: view.zoom / CLOSER })),
      Home: () => setMoved(null),
      Escape: () => onPick(null),
      Enter: () => put({ lat: view.lat, lon: view.lon }),
    };
    const move = moves[event.key];
    if (!move || event.target !== event.currentTarget) return;
    event.preventDefault();
    move();
  };
  const drag = useDrag(view, setMoved, put);

  return (
    <div className="mt-3">
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2 text-[14px]">
        {mayEdit && (
          <label className="flex items-center gap-2">
            Put on the map
            <select className="field" value={picked ?? ""} onChange={(event) => onPick(event.target.value || null)}>
              <option value="">nothing</option>
              {stays.map(([id, stay]) => (
                <option key={id} value={id}>
                  {stay.place || "a stay without a name"}
                  {stay.lat_deg === null ? " – not placed yet" : ""}
                </option>
              ))}
            </select>
          </label>
        )}
        <span className="ml-auto flex gap-2">
          <Button aria-label="Closer" onClick={() => setMoved(kept({ ...view, zoom: view.zoom * CLOSER }))}>
            +
          </Button>
          <Button aria-label="Further" onClick={() => setMoved(kept({ ...view, zoom: view.zoom / CLOSER }))}>
            −
          </Button>
          <Button onClick={() => setMoved(null)}>{located.length > 0 ? "All stays" : "The world"}</Button>
        </span>
      </div>
      {/* biome-ignore lint/a11y/useSemanticElements: a map that is walked over with the arrow keys is no fieldset */}
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        className={`block w-full touch-none select-none border border-mark bg-paper ${placing ? "cursor-crosshair" : "cursor-grab"}`}
        role="group"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: arrow keys move the map
        tabIndex={0}
        aria-label={`Map, ${located.length} of ${stays.length} stays on it, the middle at ${sayPlace(view.lat, view.lon)}`}
        aria-describedby={hint}
        onKeyDown={onKeyDown}
        onFocus={() => setLooking(true)}
        onBlur={() => setLooking(false)}
        {...drag}
      >
        {world.data && <Ground world={world.data} view={drawn} />}
        <Route stays={located} view={drawn} />
        <Towns towns={towns} view={drawn} taken={pins.map((one) => one.takes)} />
        {pins.map((one) => (
          <Pin key={one.id} one={one} picked={one.id === picked} onPick={() => onPick(one.id)} />
        ))}
        {(placing || looking) && <Cross strong={placing !== undefined} />}
      </svg>
      <p id={hint} className="mt-1 text-[12px] text-soft">
        {world.isError
          ? "The map could not be loaded; places can be typed in the table below."
          : placing
            ? `Press where ${placing.place || "the stay"} is, or move the cross with the arrow keys and press Enter. Escape leaves it.`
            : "Drag or arrow keys move it, + and − come closer, Home shows every stay."}{" "}
        <span className="figure">{sayPlace(view.lat, view.lon)}</span>
      </p>
    </div>
  );
}

function useWorld(fine: boolean) {
  const coarse = useQuery({
    queryKey: ["world", "coarse"],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => loadWorld(false),
  });
  const finer = useQuery({
    queryKey: ["world", "fine"],
    staleTime: Number.POSITIVE_INFINITY,
    enabled: fine,
    queryFn: () => loadWorld(true),
  });
  return fine && finer.data ? finer : coarse;
}

interface Town extends Point {
  name: string;
}

function useTowns(view: View): Town[] {
  const settled = useDelayed(view, 250);
  const box = boxOf(settled);
  const found = useQuery(placesWithinQuery(settled.zoom >= TOWNS_FROM ? box : null));
  if (view.zoom < TOWNS_FROM) return [];
  return (found.data?.places ?? []).map((place) => ({ name: place.name, lat: place.lat_deg, lon: place.lon_deg }));
}

function Ground({ world, view }: { world: World; view: View }) {
  const draw = geoPath(projectionOf(view));
  const path = (what: GeoPermissibleObjects) => draw(what) ?? "";
  return (
    <g>
      {view.zoom < 1.5 && <path d={path({ type: "Sphere" })} className="fill-none stroke-mark" />}
      <path d={path(geoGraticule10())} className="fill-none stroke-rule" strokeWidth="0.6" />
      <path d={path(world.land)} className="fill-sheet stroke-mark" strokeWidth="0.8" />
      <path d={path(world.borders)} className="fill-none stroke-mark" strokeWidth="0.5" strokeDasharray="3 2" />
    </g>
  );
}

function Route({ stays, view }: { stays: Located[]; view: View }) {
  if (stays.length < 2) return null;
  const line = { type: "LineString" as const, coordinates: stays.map((one) => [one.lon, one.lat]) };
  return (
    <path
      d={geoPath(projectionOf(view))(line) ?? ""}
      className="fill-none stroke-stored"
      strokeWidth="1.6"
      strokeDasharray="1 4"
      strokeLinecap="round"
    />
  );
}

/** Names of towns, the larger first, where they do not run into one another. */
function Towns({ towns, view, taken }: { towns: Town[]; view: View; taken: Box[] }) {
  const project = projectionOf(view);
  const boxes = [...taken];
  const shown = towns.flatMap((town) => {
    const [x, y] = project([town.lon, town.lat]) ?? [-1, -1];
    if (x < 4 || y < 8 || x > SIZE.width - 40 || y > SIZE.height - 4) return [];
    const own = box(x, y, town.name.length * 6.2 + 12, 15);
    if (boxes.some((other) => meets(own, other))) return [];
    boxes.push(own);
    return [{ ...town, x, y }];
  });
  return (
    <g className="pointer-events-none">
      {shown.map((town) => (
        <g key={`${town.name} ${town.lat} ${town.lon}`}>
          <circle cx={town.x} cy={town.y} r="1.8" className="fill-soft" />
          <text x={town.x + 5} y={town.y + 4} className="fill-soft text-[11px]">
            {town.name}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Where pins stand on the sheet, and which of their names have room; the number is always there. */
function pinned(stays: Located[], view: View): (Located & { x: number; y: number; named: boolean; takes: Box })[] {
  const project = projectionOf(view);
  const spots = stays.map((one) => {
    const [x, y] = project([one.lon, one.lat]) ?? [-99, -99];
    return { ...one, x, y };
  });
  const boxes = spots.map((one) => box(one.x - 6, one.y, 20, 20));
  return spots.map((one, index) => {
    const name = box(one.x + 12, one.y, one.stay.place.length * 6.8 + 8, 16);
    const named = one.stay.place !== "" && boxes.every((other, at) => at === index || !meets(name, other));
    if (named) boxes.push(name);
    return { ...one, named, takes: named ? { ...name, left: one.x - 12 } : box(one.x - 6, one.y, 22, 20) };
  });
}

interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

function box(x: number, y: number, width: number, height: number): Box {
  return { left: x - 4, top: y - height / 2, right: x - 4 + width, bottom: y + height / 2 };
}

function meets(one: Box, other: Box): boolean {
  return one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;
}

function Pin({
  one,
  picked,
  onPick,
}: {
  one: Located & { x: number; y: number; named: boolean };
  picked: boolean;
  onPick: () => void;
}) {
  const { x, y, number } = one;
  if (x < -10 || y < -10 || x > SIZE.width + 10 || y > SIZE.height + 10) return null;
  const name = one.stay.place || "a stay";
  const shore = one.stay.hookup !== "none";
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button inside a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={`${number}, ${name}, ${sayPlace(one.lat, one.lon)}${picked ? ", picked" : ""}`}
      className="cursor-pointer"
      onPointerDown={(event) => event.stopPropagation()}
      onClick={onPick}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        event.stopPropagation();
        onPick();
      }}
    >
      <circle cx={x} cy={y} r="16" className="fill-transparent" />
      <circle
        cx={x}
        cy={y}
        r={picked ? 10 : 8}
        className={shore ? "fill-sheet stroke-stored" : "fill-incoming stroke-ink"}
        strokeWidth={picked ? 3 : 1.6}
      />
      <text
        x={x}
        y={y + 3.5}
        textAnchor="middle"
        className={`text-[10px] font-semibold ${shore ? "fill-ink" : "fill-[#16191f]"}`}
      >
        {`${number} `}
      </text>
      {one.named && (
        <text
          x={x + 13}
          y={y + 4}
          className="fill-ink stroke-paper text-[12px] font-semibold"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {one.stay.place}
        </text>
      )}
    </g>
  );
}

function Cross({ strong }: { strong: boolean }) {
  const [x, y] = [SIZE.width / 2, SIZE.height / 2];
  return (
    <g className="pointer-events-none">
      <path
        d={`M${x - 14} ${y} H${x - 4} M${x + 4} ${y} H${x + 14} M${x} ${y - 14} V${y - 4} M${x} ${y + 4} V${y + 14}`}
        className={strong ? "stroke-ink" : "stroke-mark"}
        strokeWidth={strong ? 2 : 1.2}
      />
    </g>
  );
}

/** Dragging moves the map under the pointer; a press without a drag is a press on a place. */
function useDrag(view: View, move: (to: View) => void, press: (at: Point) => void) {
  const held = useRef<{ x: number; y: number; view: View; far: boolean } | null>(null);
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  }, [view]);
  const perPixel = (target: Element) => SIZE.width / target.getBoundingClientRect().width;
  return {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { x: event.clientX, y: event.clientY, view: latest.current, far: false };
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const from = held.current;
      if (!from) return;
      const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
      if (!from.far && Math.hypot(dx, dy) < DRAGGED_PX) return;
      from.far = true;
      const scale = perPixel(event.currentTarget);
      const at = projectionOf(from.view).invert?.([SIZE.width / 2 - dx * scale, SIZE.height / 2 - dy * scale]);
      if (at && Number.isFinite(at[0]) && Number.isFinite(at[1])) move(kept({ ...from.view, lon: at[0], lat: at[1] }));
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const from = held.current;
      held.current = null;
      if (!from || from.far) return;
      const bounds = event.currentTarget.getBoundingClientRect();
      const scale = perPixel(event.currentTarget);
      const at = projectionOf(latest.current).invert?.([
        (event.clientX - bounds.left) * scale,
        (event.clientY - bounds.top) * scale,
      ]);
      if (at && Math.abs(at[0]) <= 180 && Math.abs(at[1]) <= 90) press({ lat: at[1], lon: at[0] });
    },
    onPointerCancel: () => {
      held.current = null;
    },
  };
}
