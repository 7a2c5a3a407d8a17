import { type GeoProjection, geoNaturalEarth1 } from "d3-geo";

export const SIZE = { width: 736, height: 340 };
export const MOST_ZOOM = 150;
const WORLD_SCALE = 120;

/** What lies in the middle, and how close one looks: 1 is the whole world. */
export interface View {
  lon: number;
  lat: number;
  zoom: number;
}

export interface Point {
  lat: number;
  lon: number;
}

export function projectionOf(view: View): GeoProjection {
  return geoNaturalEarth1()
    .rotate([-view.lon, 0])
    .center([0, view.lat])
    .scale(WORLD_SCALE * view.zoom)
    .translate([SIZE.width / 2, SIZE.height / 2])
    .clipExtent([
      [-20, -20],
      [SIZE.width + 20, SIZE.height + 20],
    ]);
}

export function kept(view: View): View {
  return {
    lon: ((((view.lon + 180) % 360) + 360) % 360) - 180,
    lat: Math.max(-85, Math.min(85, view.lat)),
    zoom: Math.max(1, Math.min(MOST_ZOOM, view.zoom)),
  };
}

/** A step over the sheet, in shares of what is in view. */
export function stepped(view: View, right: number, up: number): View {
  const wide = 300 / view.zoom;
  const cos = Math.max(0.5, Math.cos((view.lat * Math.PI) / 180)); // the sheet's parallels shrink by half at the poles
  return kept({ ...view, lon: view.lon + (right * wide) / cos, lat: view.lat + (up * wide) / 2 });
}

/** All points in view, with room about them; the whole world where there are none. */
export function viewOf(points: Point[]): View {
  if (points.length === 0) return { lon: 0, lat: 14, zoom: 1 };
  const radians = points.map((point) => (point.lon * Math.PI) / 180);
  const middle = Math.atan2(
    radians.reduce((sum, angle) => sum + Math.sin(angle), 0),
    radians.reduce((sum, angle) => sum + Math.cos(angle), 0),
  );
  const lon = (middle * 180) / Math.PI;
  const apart = points.map((point) => Math.abs(((((point.lon - lon + 180) % 360) + 360) % 360) - 180));
  const lats = points.map((point) => point.lat);
  const lat = (Math.min(...lats) + Math.max(...lats)) / 2;
  const cos = Math.max(0.3, Math.cos((lat * Math.PI) / 180));
  // A place alone is seen with the country about it.
  const least = points.length > 1 ? 2 : 16;
  const span = Math.max(2 * Math.max(...apart) * cos, 2.2 * (Math.max(...lats) - Math.min(...lats)), least);
  return kept({ lon, lat, zoom: 200 / span });
}

/** The box that is in view, for asking what lies in it. */
export function boxOf(view: View): { west: number; south: number; east: number; north: number } {
  const invert = projectionOf(view).invert;
  const at = (x: number, y: number) => invert?.([x, y]) ?? [view.lon, view.lat];
  const corners = [0, SIZE.width].flatMap((x) => [0, SIZE.height / 2, SIZE.height].map((y) => at(x, y)));
  const off = corners.map(([lon]) => ((((lon ?? 0) - view.lon + 180) % 360) + 360) % 360).map((one) => one - 180);
  const turn = (lon: number) => ((((lon + 180) % 360) + 360) % 360) - 180;
  const lats = corners.map(([, lat]) => lat ?? 0);
  return {
    west: turn(view.lon + Math.min(...off)),
    east: turn(view.lon + Math.max(...off)),
    south: Math.max(-90, Math.min(...lats)),
    north: Math.min(90, Math.max(...lats)),
  };
}
