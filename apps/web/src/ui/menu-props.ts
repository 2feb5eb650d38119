interface MenuItem {
  label: string;
  act: () => void;
}

export interface MenuProps {
  /** Of what it is. */
  label: string;
  items: readonly MenuItem[];
}
