export function loader() { return new Response("", { status: 404 }); }
