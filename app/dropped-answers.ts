/*
 * What streams into a page is dropped where the page has gone on. Nobody waits for it then: that it was dropped is no fault.
 */
if (typeof window !== "undefined")
  window.addEventListener("unhandledrejection", (event) => {
    if (event.reason instanceof DOMException && event.reason.name === "AbortError") event.preventDefault();
  });
