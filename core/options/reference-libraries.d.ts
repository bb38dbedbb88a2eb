/* The libraries that options are compared with bring no types. */

declare module "black-scholes" {
  const library: {
    blackScholes(spot: number, strike: number, years: number, vol: number, rate: number, right: "call" | "put"): number;
  };
  export default library;
}

declare module "greeks" {
  const library: {
    getDelta(spot: number, strike: number, years: number, vol: number, rate: number, right: "call" | "put"): number;
    getGamma(spot: number, strike: number, years: number, vol: number, rate: number): number;
    getVega(spot: number, strike: number, years: number, vol: number, rate: number): number;
    getTheta(spot: number, strike: number, years: number, vol: number, rate: number, right: "call" | "put", days: number): number;
  };
  export default library;
}
