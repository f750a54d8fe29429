import type { ReactNode } from "react";

/** What has happened to a thing, drawn over it. */
export const SIGNS = {
  pits: (
    <g className="hurt-mass">
      {[
        [17, 15],
        [24, 24],
        [31, 16],
        [38, 22],
        [28, 30],
        [20, 28],
      ].map(([x, y]) => (
        <circle key={`${x}${y}`} cx={x} cy={y} r="1.7" />
      ))}
    </g>
  ),
  scores: <path className="hurt" d="M14 15l26 3M13 20l28 3M14 26l24 2" />,
  crack: <path className="hurt" d="M25 5l5 8-6 6 7 7-4 9" strokeWidth="2.2" />,
  heat: (
    <g className="hurt">
      <path d="M20 36c-3-4 3-6 0-10M28 36c-3-4 3-6 0-10M36 36c-3-4 3-6 0-10" />
    </g>
  ),
  drops: (
    <g className="hurt-mass">
      <path d="M37 6c4 6 4 8 0 9-4-1-4-3 0-9z" />
      <path d="M46 16c3 5 3 7 0 8-3-1-3-3 0-8z" />
      <path d="M43 28c3 5 3 7 0 8-3-1-3-3 0-8z" />
    </g>
  ),
  water: <path className="hurt" d="M6 31c5-4 8 4 13 0s8 4 13 0 8 4 13 0 5 2 7 0" strokeWidth="2" />,
  glitter: (
    <path
      className="hurt"
      d="M20 14l2 4M22 14l-2 4M32 18l2 4M34 18l-2 4M25 25l2 4M27 25l-2 4M38 24l2 3M40 24l-2 3"
    />
  ),
  bent: <path className="hurt" d="M6 12c10 16 34 16 44 0" strokeWidth="2.2" strokeDasharray="4 3" />,
  gone: <path className="hurt" d="M12 6l32 28M44 6L12 34" strokeWidth="2.4" />,
  ring: <circle className="hurt" cx="28" cy="20" r="11.5" strokeWidth="3.4" />,
  soaked: <path className="hurt-mass" d="M34 20c8 1 13 6 14 12-8-2-14-6-14-12z" />,
  loose: <path className="hurt" d="M6 8l4 4M6 32l4-4M50 8l-4 4M50 32l-4-4" strokeWidth="2.2" />,
  oval: <ellipse className="hurt" cx="28" cy="20" rx="9.5" ry="5.5" strokeWidth="2.2" />,
  rust: (
    <path
      className="hurt"
      d="M10 18l2 2M16 15l2 2M22 20l2 2M30 16l2 2M37 20l2 2M43 17l2 2"
      strokeWidth="2.2"
    />
  ),
  low: <path className="hurt" d="M28 10v14M24 20l4 5 4-5" strokeWidth="2.2" />,
  full: <path className="hurt" d="M28 30V16M24 20l4-5 4 5" strokeWidth="2.2" />,
  flat: <path className="hurt" d="M5 20h46" strokeWidth="2.6" />,
  worn: <path className="hurt" d="M9 25a22 22 0 0 1 38 0" strokeWidth="2.2" strokeDasharray="3 3" />,
  edge: <path className="hurt" d="M9 13l9-6" strokeWidth="3" />,
  middle: <path className="hurt" d="M22 6h12" strokeWidth="3" />,
  lean: <path className="hurt" d="M6 9l44 10" strokeWidth="2.6" />,
  heavy: <path className="hurt" d="M12 2h14v9H12z" strokeWidth="2.2" />,
  still: <path className="hurt" d="M44 4v9M48 4v9" strokeWidth="2.6" />,
} satisfies Record<string, ReactNode>;

export type Sign = keyof typeof SIGNS;

/** The signs of each row of the rulebook that is not sound; a row that is not listed shows its thing alone. */
export const SIGNS_OF: Record<string, readonly Sign[]> = {
  "grease-black": ["rust"],
  "grease-milky": ["water"],
  "grease-metal": ["glitter"],
  "grease-past-seal": ["drops"],
  "grease-packed-full": ["full"],
  "oil-low": ["low"],
  "oil-creamy": ["water"],
  "oil-dry": ["gone"],
  "leak-grease": ["drops"],
  "leak-oil": ["drops"],
  "seal-torn": ["crack"],
  "bearing-damaged": ["pits"],
  "bearing-heat": ["heat"],
  "bearing-collapsed": ["gone"],
  "cup-damaged": ["pits"],
  "cup-loose": ["loose"],
  "spindle-rust": ["rust"],
  "spindle-scored-bolt-on": ["scores"],
  "spindle-scored-welded": ["scores"],
  "thread-damaged": ["crack"],
  "play-drag": ["heat"],
  "play-over": ["loose"],
  "play-gross": ["loose", "gone"],
  "lock-unmarked": [],
  "lock-used": ["crack"],
  "studs-loose": ["loose"],
  "wheel-cracked": ["crack"],
  "lining-glazed": ["flat"],
  "lining-cracked": ["crack"],
  "lining-soaked": ["soaked"],
  "lining-worn": ["worn"],
  "drum-dull": ["rust"],
  "drum-black-ring": ["ring"],
  "drum-worn": ["scores"],
  "rotor-worn": ["pits"],
  "magnet-worn": ["scores"],
  "wires-broken": ["crack"],
  "fluid-dark": ["rust"],
  "fluid-low": ["low"],
  "hydraulics-leak": ["drops"],
  "spring-flat": ["flat"],
  "spring-cracked": ["crack"],
  "u-bolt-rust": ["rust"],
  "u-bolt-stretched": ["bent"],
  "u-bolt-broken": ["gone"],
  "bushing-worn": ["oval"],
  "bolt-dry": ["gone"],
  "bolt-worn": ["scores"],
  "equalizer-worn": ["loose"],
  "link-worn": ["oval"],
  "hanger-cracked": ["crack"],
  "axle-bent": ["bent"],
  "tyre-one-edge": ["edge"],
  "tyre-middle": ["middle"],
  "tyre-worn": ["flat"],
  "tyre-cut": ["crack"],
  "lights-dead": ["gone"],
  "coupler-worn": ["crack"],
  "ride-leans": ["lean"],
  "frame-cracked": ["crack"],
  "securing-loose": ["loose"],
  "guard-bent": ["bent"],
  "use-launched-cool": ["water"],
  "use-launched-warm": ["water", "heat"],
  "use-heavy-side": ["heavy"],
  "use-overloaded": ["low"],
  "use-stood": ["still"],
};
