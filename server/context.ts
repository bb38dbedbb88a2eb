import { createContext } from "react-router";

/** The request's nonce for scripts, which the content security policy asks for. */
export const nonceContext = createContext<string>("");
