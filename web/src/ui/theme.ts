import { createGlobalStyle } from "styled-components";

/**
 * Our colours, by day and by night, as CSS variables; every component uses these and no others. Paper is white at night
 * too.
 */
export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: light;
    --ground: #f4f1ea;
    --raised: #fbf9f5;
    --ink: #1f2a2e;
    --steel: #526065;
    --hair: #cfc8ba;
    --working: #1e4e8c;
    --on-working: #ffffff;
    --tint: #d8dfe8;
    --tint-strong: #a9bad2;
    --field: #ffffff;
    --sound: #1e6b62;
    --watch: #8a5a00;
    --renew: #8c2f5e;
    --hold: #1f2a2e;
    --hold-stripe: #e0a33a;
  }
  @media screen {
    :root[data-light="night"] {
      color-scheme: dark;
      --ground: #14191b;
      --raised: #1b2124;
      --ink: #ece8df;
      --steel: #a3b1b5;
      --hair: #3b474b;
      --working: #93b9ee;
      --on-working: #10181f;
      --tint: #223040;
      --tint-strong: #3d5878;
      --field: #1e2528;
      --sound: #6fc9bc;
      --watch: #e3b350;
      --renew: #ec99c3;
      --hold: #14191b;
      --hold-stripe: #e0a33a;
    }
  }
  @media print { body { background: #fff; } }
  *, *::before, *::after { box-sizing: border-box; }
  html { -webkit-text-size-adjust: 100%; }
  body {
    margin: 0;
    background: var(--ground);
    color: var(--ink);
    font: 400 17px/1.45 "Barlow", sans-serif;
    font-variant-numeric: tabular-nums;
  }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  h1, h2, h3 { font-family: "Barlow Semi Condensed", sans-serif; font-weight: 600; line-height: 1.15; overflow-wrap: anywhere; }
  h1 { font-size: 34px; }
  h2 { font-size: 24px; }
  h3 { font-size: 16px; color: var(--steel); }
  a { color: var(--working); text-underline-offset: 3px; }
  button, input, select, textarea { font: inherit; color: inherit; }
  :focus-visible { outline: 3px solid var(--working); outline-offset: 2px; }
  @media (max-width: 640px) { h1 { font-size: 27px; } h2 { font-size: 21px; } }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { transition: none !important; animation: none !important; } }
`;
