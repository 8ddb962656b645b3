/** The three pages of the books. */
import { NavLink } from "react-router";

const pages = [
  ["/books", "Journals"],
  ["/books/span", "Reconciliation"],
  ["/books/bank", "Bank"],
] as const;

export const BooksTabs = () => (
  <nav aria-label="Books" className="mb-4 flex gap-5 border-b border-rule text-[15px]">
    {pages.map(([to, words]) => (
      <NavLink
        key={to}
        end
        to={to}
        className={({ isActive }) =>
          `pb-1 ${isActive ? "border-b-2 border-action font-semibold" : "text-quiet hover:text-ink"}`
        }
      >
        {words}
      </NavLink>
    ))}
  </nav>
);
