/** The pages of Time & leave. */
import { NavLink } from "react-router";

const pages = [
  { to: "/time", name: "Week" },
  { to: "/time/leave", name: "Leave" },
  { to: "/time/leave-worth", name: "Leave liability" },
];

export function TimeTabs() {
  return (
    <nav aria-label="Time and leave" className="flex border-b border-rule">
      {pages.map(({ to, name }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `-mb-px border-b-3 px-2.5 py-0.5 text-[15px] whitespace-nowrap ${isActive ? "border-action font-semibold" : "border-transparent hover:border-rule-strong"}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
