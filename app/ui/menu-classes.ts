/** How every menu of the application looks. */
export const MENU = "z-50 max-h-80 min-w-40 overflow-y-auto rounded-sm border border-rule bg-raised p-1 text-[13px]";
export const MENU_ITEM =
  "flex cursor-pointer items-center gap-2 rounded-sm px-2.5 py-1.5 outline-none data-[highlighted]:bg-chosen data-[highlighted]:text-indigo data-[state=checked]:font-semibold";
