export default function View() {
  return null;
}
