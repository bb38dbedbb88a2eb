import { createContext } from "react";

/** The nonce of the request's scripts; empty in the browser. */
export const NonceContext = createContext("");
