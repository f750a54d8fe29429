import type { ReactNode } from "react";
import type { Schemas } from "../api/client";

/** A thing as it is drawn small: 56 by 40, in lines of one weight. Made from nothing but strokes, so that night and day share it. */
export const THINGS: Record<Schemas["Subject"], ReactNode> = {
  grease: <path d="M12 27c-3-9 6-16 14-15 6-6 18-1 18 7 3 7-4 12-11 10-6 4-18 4-21-2z" className="mass" />,
  oil: (
    <>
      <circle cx="28" cy="20" r="15" />
      <path d="M14 24h28" />
      <path d="M14.5 24a15 15 0 0 0 27 0z" className="mass" stroke="none" />
    </>
  ),
  leak: (
    <>
      <circle cx="28" cy="20" r="16" />
      <circle cx="28" cy="20" r="10" />
      <circle cx="28" cy="20" r="4" />
    </>
  ),
  seal: (
    <>
      <circle cx="28" cy="20" r="15" />
      <circle cx="28" cy="20" r="11.5" />
      <circle cx="28" cy="20" r="9" />
    </>
  ),
  bearing: (
    <>
      <path d="M12 10l32 5v10l-32 5z" />
      {[16, 23, 30, 37].map((x) => (
        <path
          key={x}
          d={`M${x} ${11.5 + (x - 16) * 0.14}v${16 - (x - 16) * 0.28}`}
          strokeWidth="3.6"
          className="soft"
        />
      ))}
    </>
  ),
  cup: (
    <>
      <ellipse cx="28" cy="20" rx="17" ry="15" />
      <ellipse cx="28" cy="20" rx="11.5" ry="10" />
    </>
  ),
  spindle: <path d="M4 10h12v3h13v4h13v3h9v6h-9v3H29v4H16v3H4z" transform="translate(0 -3)" />,
  spindleThread: (
    <>
      <path d="M6 13h14M6 27h14" />
      <path d="M20 12l4 3 4-3 4 3 4-3 4 3 4-3v16l-4-3-4 3-4-3-4 3-4-3-4 3z" />
    </>
  ),
  play: (
    <>
      <circle cx="28" cy="20" r="11" />
      <circle cx="28" cy="20" r="3" />
      <path d="M22 4h12M22 36h12M22 4l3-2M22 4l3 2M34 36l-3-2M34 36l-3 2" />
    </>
  ),
  nutLock: (
    <>
      <path d="M20 8h16l8 12-8 12H20l-8-12z" />
      <circle cx="28" cy="20" r="7" />
      <path d="M8 20h40" strokeWidth="2.4" />
    </>
  ),
  studs: (
    <>
      <circle cx="28" cy="20" r="16" />
      {[0, 1, 2, 3, 4].map((i) => {
        const a = (i * 2 * Math.PI) / 5 - Math.PI / 2;
        return (
          <circle key={i} cx={28 + 10 * Math.cos(a)} cy={20 + 10 * Math.sin(a)} r="2.6" className="mass" />
        );
      })}
    </>
  ),
  lining: (
    <>
      <path d="M9 30a21 21 0 0 1 38 0" strokeWidth="6" className="soft" />
      <path d="M15 32a15 15 0 0 1 26 0" />
      <path d="M6 28.5a24 24 0 0 1 44 0" />
    </>
  ),
  drum: (
    <>
      <circle cx="28" cy="20" r="17" />
      <circle cx="28" cy="20" r="13.5" />
      <circle cx="28" cy="20" r="4" />
    </>
  ),
  magnet: (
    <>
      <ellipse cx="32" cy="22" rx="11" ry="9" />
      <ellipse cx="32" cy="22" rx="4" ry="3" />
      <path d="M22 18L9 7" strokeWidth="3" />
    </>
  ),
  wires: (
    <>
      <path d="M4 14c12-8 16 8 28 2s12-2 20-4" />
      <path d="M4 26c12-6 16 8 28 2s12-2 20-4" />
    </>
  ),
  hydraulics: (
    <>
      <path d="M5 30h8v-6h6c8 0 6-12 14-12h6V8h12" strokeWidth="2.6" />
      <path d="M39 5v14" />
    </>
  ),
  rotor: (
    <>
      <path d="M24 4v32M32 4v32M24 4h8M24 36h8" />
      <path d="M32 13h10v14H32" />
    </>
  ),
  spring: (
    <>
      <path d="M5 14c14 14 32 14 46 0" />
      <path d="M12 21c10 8 22 8 32 0" />
      <path d="M19 27c6 4 12 4 18 0" />
      <circle cx="5" cy="12" r="2.6" />
      <circle cx="51" cy="12" r="2.6" />
    </>
  ),
  uBolt: (
    <>
      <path d="M19 34V15a9 9 0 0 1 18 0v19" strokeWidth="2.2" />
      <path d="M12 29h32" strokeWidth="3" />
    </>
  ),
  bushing: (
    <>
      <circle cx="28" cy="20" r="14" />
      <circle cx="28" cy="20" r="9.5" />
      <circle cx="28" cy="20" r="6" />
    </>
  ),
  bolt: <path d="M8 12h7v16H8zM15 16h29v8H15zM44 17.5h5v5h-5" />,
  equalizer: (
    <>
      <path d="M6 28c6-4 12-16 22-16s16 12 22 16c-3 5-8 3-12-1-6-4-14-4-20 0-4 4-9 6-12 1z" />
      <circle cx="10" cy="28" r="2.2" />
      <circle cx="28" cy="16.5" r="2.2" />
      <circle cx="46" cy="28" r="2.2" />
    </>
  ),
  link: (
    <>
      <rect x="20" y="3" width="16" height="34" rx="8" />
      <circle cx="28" cy="11" r="3.6" />
      <circle cx="28" cy="29" r="3.6" />
    </>
  ),
  hanger: (
    <>
      <path d="M4 6h48" strokeWidth="2.6" />
      <path d="M16 7l6 26h12l6-26" />
      <circle cx="28" cy="27" r="3" />
    </>
  ),
  axle: (
    <>
      <path d="M10 18c12-3 24-3 36 0v5c-12-3-24-3-36 0z" />
      <rect x="3" y="10" width="7" height="20" rx="2" />
      <rect x="46" y="10" width="7" height="20" rx="2" />
    </>
  ),
  tyre: (
    <>
      <path d="M14 36c-6-8-6-22 0-28h28c6 6 6 20 0 28" />
      <path d="M14 8V4h5v4M23 8V4h4v4M30 8V4h4v4M37 8V4h5v4" />
    </>
  ),
  lights: (
    <>
      <rect x="12" y="10" width="20" height="20" rx="5" />
      <path d="M37 13l9-5M38 20h10M37 27l9 5" />
    </>
  ),
  mounting: (
    <>
      <rect x="12" y="7" width="32" height="26" />
      <circle cx="19" cy="14" r="2.6" />
      <circle cx="37" cy="14" r="2.6" />
      <circle cx="19" cy="26" r="2.6" />
      <circle cx="37" cy="26" r="2.6" />
    </>
  ),
  fittings: (
    <>
      <path d="M10 30V14h12v16" />
      <circle cx="34" cy="20" r="8" />
      <circle cx="34" cy="20" r="2.5" />
      <path d="M42 20h8M6 34h44" />
    </>
  ),
  coupler: (
    <>
      <path d="M4 16h22c6-8 20-6 22 3v9H34l-6-4H4z" />
      <circle cx="40" cy="24" r="5" />
    </>
  ),
  rideHeight: (
    <>
      <path d="M6 14h44" strokeWidth="2.6" />
      <circle cx="16" cy="27" r="7" />
      <circle cx="40" cy="27" r="7" />
      <path d="M2 35h52" className="soft" />
    </>
  ),
  frame: (
    <>
      <path d="M3 20l12-9h38v18H15z" />
      <path d="M22 11v18M32 11v18M42 11v18" />
    </>
  ),
  securing: (
    <>
      <path d="M6 32h44" strokeWidth="2.6" />
      <rect x="15" y="12" width="26" height="20" />
      <path d="M9 32L19 9h18l10 23" />
    </>
  ),
  rearGuard: (
    <>
      <path d="M8 8h40M18 8v18M38 8v18" />
      <path d="M10 28h36" strokeWidth="4" />
    </>
  ),
  use: (
    <>
      <path d="M2 26h8l6-14h34v14H10" />
      <circle cx="32" cy="28" r="5.5" />
    </>
  ),
};
