/** Tools, and on a narrow page the places too, folded behind one word where the head has no room for them. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useNavigate } from "react-router";

export interface Tool {
  name: string;
  go: () => void;
}

export function FoldedMenu({
  places,
  tools,
}: {
  places: readonly { to: string; name: string }[];
  tools: readonly Tool[];
}) {
  const navigate = useNavigate();
  const item = "block w-full px-4 py-2 text-left data-focus:bg-lime-soft";
  return (
    <Menu>
      <MenuButton className="my-1.5 ml-auto rounded-(--radius) border border-rule-strong px-3 py-1">Menu</MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-50 max-h-[85vh] w-64 overflow-auto rounded-(--radius) border border-rule-strong bg-sheet py-1 text-[17px] shadow-xl outline-none"
      >
        {places.map(({ to, name }) => (
          <MenuItem key={to}>
            <button type="button" className={item} onClick={() => void navigate(to)}>
              {name}
            </button>
          </MenuItem>
        ))}
        {places.length > 0 && <hr className="my-1 border-rule" />}
        {tools.map(({ name, go }) => (
          <MenuItem key={name}>
            <button type="button" className={`${item} text-quiet`} onClick={go}>
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
