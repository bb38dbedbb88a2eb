/** What is tried where nothing else is said: the strongest members. */
export const STRONGEST = '{"name":"The strongest","rank":"strength"}';

/** What is tried side by side where nothing else is said. */
export const BEGINNING = [
  STRONGEST,
  '{"name":"The weakest","rank":"strength","order":"lowest"}',
  '{"name":"Favoured stocks","when":{"left":{"measure":"stance"},"comparator":"is","right":"Favour"},"rank":"strength"}',
];
