/** The places of the top bar, in words, each with the letter that follows `g`. */
export const places = [
  { to: "/desk", name: "Desk", key: "d" },
  { to: "/run", name: "Run", key: "r" },
  { to: "/people", name: "People", key: "p" },
  { to: "/time", name: "Time & leave", key: "t" },
  { to: "/dues", name: "Dues", key: "u" },
  { to: "/books", name: "Books", key: "b" },
  { to: "/figures", name: "Figures", key: "f" },
  { to: "/year", name: "Year", key: "y" },
  { to: "/set-up", name: "Set-up", key: "s" },
] as const;
