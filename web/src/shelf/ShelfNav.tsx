import styled from "styled-components";
import { Link, useLocation } from "react-router";

const Rooms = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  margin-bottom: 12px;
  a {
    padding: 8px 0 5px;
    border-bottom: 3px solid transparent;
    text-decoration: none;
    min-height: 44px;
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--working);
  }
  @media (max-width: 640px) {
    gap: 0 14px;
    font-size: 15px;
  }
  @media print {
    display: none;
  }
`;

const ROOMS = [
  ["/shelf", "What is this?"],
  ["/shelf/stock", "On the shelf"],
  ["/shelf/kits", "To pick"],
  ["/shelf/orders", "To order"],
] as const;

/** The shelf's rooms. */
export function ShelfNav() {
  const { pathname: path } = useLocation();
  return (
    <Rooms aria-label="Shelf">
      {ROOMS.map(([to, words]) => (
        <Link
          key={to}
          to={to}
          aria-current={path === to || (to !== "/shelf" && path.startsWith(`${to}/`)) ? "page" : undefined}
        >
          {words}
        </Link>
      ))}
    </Rooms>
  );
}
