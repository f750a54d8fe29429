import type { Schemas } from "../../api/client";

/** What each role is called, and what it is for, from the most to the least. */
export const ROLES: readonly (readonly [Schemas["Role"], string, string])[] = [
  ["owner", "Owner", "puts everybody’s roles and secrets right, lets programs in"],
  ["foreman", "Foreman", "plans, lets go from Hold, sets limits and the shop’s choices"],
  ["technician", "Technician", "works on trailers and closes visits"],
  ["apprentice", "Apprentice", "works on trailers; somebody else closes"],
  ["inspector", "Inspector", "signs periodic inspections, qualified by 49 CFR 396.19"],
  ["office", "Office", "speaks with customers, books, orders, sets prices"],
  ["readOnly", "Read-only", "sees everything, changes nothing"],
];

/** Roles in a line, in their order. */
export const rolesInWords = (roles: readonly Schemas["Role"][]): string =>
  ROLES.filter(([role]) => roles.includes(role))
    .map(([, name], i) => (i === 0 ? name : name.toLowerCase()))
    .join(", ");

/** What not everybody in a shop can do, for the day's plan. */
export const SKILLS: readonly (readonly [Schemas["Skill"], string])[] = [
  ["hydraulics", "Hydraulic brakes"],
  ["welding", "Welding"],
];
