import type { FeatureCollection, MultiLineString } from "geojson";
import { feature, mesh } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";

export interface World {
  land: FeatureCollection;
  borders: MultiLineString;
}

type Countries = Topology<{ countries: GeometryCollection; land: GeometryCollection }>;

/** Land and borders, Natural Earth. The finer one is fetched when somebody looks closely. */
export async function loadWorld(fine: boolean): Promise<World> {
  const found = fine ? await import("world-atlas/countries-50m.json") : await import("world-atlas/countries-110m.json");
  const countries = found.default as unknown as Countries;
  return {
    land: feature(countries, countries.objects.land),
    borders: mesh(countries, countries.objects.countries, (one, other) => one !== other),
  };
}
