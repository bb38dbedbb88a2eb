declare module "*?node-worker" {
  const url: string;
  export default url;
}
