export default function Files() { return null; }
