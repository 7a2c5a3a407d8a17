import type { ReactNode } from "react";
import type { Rig } from "../../api/types";
import { SketchField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";

export const BOATS: readonly string[] = ["narrowboat", "sailing boat", "motor boat"];
const FRAME = "/vehicle/frame";

/** The vehicle from the side, with a field at each length that is measured. */
export function FrameSketch() {
  const { rig } = useRig();
  const { frame, kind } = rig.vehicle;
  const boat = BOATS.includes(kind);
  return (
    <div className="relative mb-6 h-[262px] max-w-[46rem]">
      <svg
        viewBox="0 0 720 262"
        className="absolute inset-0 h-full w-full text-ink"
        role="img"
        aria-label={boat ? "A boat from the side" : "A vehicle from the side, front to the right"}
      >
        {boat ? <Hull sailing={kind === "sailing boat"} /> : <Body trailer={kind === "trailer"} />}
        <Dimension x1={130} x2={600} y={208} />
        {!boat && <Dimension x1={130} x2={212} y={196} soft />}
        {!boat && kind !== "trailer" && <Dimension x1={212} x2={516} y={196} soft />}
        <path
          d={boat ? "M116 58 V140 M110 58 h12 M110 140 h12" : "M116 42 V184 M110 42 h12 M110 184 h12"}
          className="fill-none stroke-soft"
        />
      </svg>
      <At left="0%" top="30%">
        <SketchField
          label={boat ? "Air draught" : "Height"}
          path={`${FRAME}/height_m`}
          unit="m"
          value={frame.height_m}
        />
      </At>
      <At left="66%" top="83%">
        <SketchField label="Length over all" path={`${FRAME}/length_m`} unit="m" value={frame.length_m} />
      </At>
      <At left={boat ? "27%" : "26%"} top={boat ? "40%" : "24%"}>
        <SketchField label={boat ? "Beam" : "Width"} path={`${FRAME}/width_m`} unit="m" value={frame.width_m} />
      </At>
      {boat ? (
        <At left="52%" top="40%">
          <SketchField label="Bilge, deep" path="/vehicle/bilge_depth_m" unit="m" value={rig.vehicle.bilge_depth_m} />
        </At>
      ) : (
        <>
          {kind !== "trailer" && (
            <At left="40%" top="83%">
              <SketchField label="Wheelbase" path={`${FRAME}/wheelbase_m`} unit="m" value={frame.wheelbase_m} />
            </At>
          )}
          <At left="17%" top="83%">
            <SketchField
              label="Behind rear axle"
              path={`${FRAME}/rear_end_x_m`}
              unit="m"
              value={overhang(frame)}
              // x counts forward from the rear axle, so the rear end lies at a negative one.
              send={(behind) => (behind === null ? null : -behind)}
            />
          </At>
        </>
      )}
    </div>
  );
}

function overhang(frame: Rig["vehicle"]["frame"]): number | null {
  return frame.rear_end_x_m === null ? null : -frame.rear_end_x_m;
}

function At({ left, top, children }: { left: string; top: string; children: ReactNode }) {
  return (
    <div className="absolute bg-paper px-1" style={{ left, top }}>
      {children}
    </div>
  );
}

function Body({ trailer }: { trailer: boolean }) {
  return (
    <g fill="none" stroke="currentColor" strokeWidth="1.6">
      {trailer ? (
        <path d="M130 44 H560 Q572 44 572 56 V150 H600 V160 H130 Z" />
      ) : (
        <path d="M130 40 H470 Q500 40 520 70 L548 100 Q600 108 600 124 V160 H130 Z M474 60 H500 L526 98 H474 Z" />
      )}
      {(trailer ? [212, 268] : [212, 516]).map((x) => (
        <g key={x}>
          <circle cx={x} cy={160} r="24" className="fill-paper" />
          <circle cx={x} cy={160} r="8" />
        </g>
      ))}
      <path d="M100 184 H640" strokeWidth="0.8" className="text-mark" stroke="currentColor" />
    </g>
  );
}

function Hull({ sailing }: { sailing: boolean }) {
  return (
    <g fill="none" stroke="currentColor" strokeWidth="1.6">
      <path d="M130 90 H600 Q594 164 540 186 H160 Q134 172 130 90 Z" />
      <path d="M190 90 V58 H480 L510 90" />
      {sailing && <path d="M360 58 V6 M360 12 L250 54 H360" strokeWidth="1.2" />}
      <path d="M96 140 H124 M606 140 H650" strokeDasharray="6 5" className="text-stored" stroke="currentColor" />
    </g>
  );
}

function Dimension({ x1, x2, y, soft = false }: { x1: number; x2: number; y: number; soft?: boolean }) {
  return (
    <g stroke="currentColor" strokeWidth="1" className={soft ? "text-mark" : "text-soft"}>
      <path d={`M${x1} ${y} H${x2} M${x1} ${y - 6} v12 M${x2} ${y - 6} v12`} fill="none" />
    </g>
  );
}
