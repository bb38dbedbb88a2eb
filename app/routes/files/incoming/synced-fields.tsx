import { useLayoutEffect, useRef, type InputHTMLAttributes, type SelectHTMLAttributes } from "react";

/*
 * Fields that show what the server knows, and keep what is being chosen or written until it has answered. They stay the
 * same elements meanwhile, so that the keyboard stays where it is.
 */

export function SyncedSelect({ value, ...rest }: SelectHTMLAttributes<HTMLSelectElement> & { readonly value: string }) {
  const field = useRef<HTMLSelectElement>(null);
  useLayoutEffect(() => {
    if (field.current) field.current.value = value;
  }, [value]);
  return <select ref={field} defaultValue={value} {...rest} />;
}

export function SyncedInput({ value, ...rest }: InputHTMLAttributes<HTMLInputElement> & { readonly value: string }) {
  const field = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (!field.current) return;
    field.current.value = value;
    // What differs from it was written since.
    field.current.defaultValue = value;
  }, [value]);
  return <input ref={field} type="text" defaultValue={value} {...rest} />;
}
