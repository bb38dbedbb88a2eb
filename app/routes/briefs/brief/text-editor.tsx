import { EditorContent, useEditor } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import { useEffect } from "react";
import { isSafeLink, type RichText } from "@studies/briefs/rich-text";

interface Props {
  readonly doc: RichText;
  readonly label: string;
  readonly onChange: (doc: RichText) => void;
  readonly onClose: () => void;
}

/** Words edited in place: bold, italic, small headings, lists, quotes and links, by their usual keys and marks. */
export default function TextEditor({ doc, label, onChange, onClose }: Props) {
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        ...{
          code: false,
          codeBlock: false,
          strike: false,
          underline: false,
          horizontalRule: false,
          dropcursor: false,
          gapcursor: false,
        },
        heading: { levels: [3] },
        link: { openOnClick: false, autolink: true, protocols: ["mailto"], isAllowedUri: (uri) => isSafeLink(uri) },
      }),
    ],
    // The page forbids styles of unknown origin; what the editor needs stands in the page's own.
    injectCSS: false,
    immediatelyRender: true,
    content: doc as object,
    editorProps: {
      attributes: { "aria-label": label, role: "textbox", "aria-multiline": "true", class: "brief-text brief-editor" },
    },
    onUpdate: ({ editor: now }) => {
      onChange(plain(now.getJSON() as unknown as RichText));
    },
  });
  useEffect(() => {
    // Once its element stands in the page.
    const frame = requestAnimationFrame(() => {
      editor.view.focus();
      editor.commands.setTextSelection(editor.state.doc.content.size);
    });
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [editor]);
  const button = (words: string, mark: string, key: string, isOn: boolean, press: () => unknown) => (
    <button
      type="button"
      title={key}
      aria-pressed={isOn}
      className="min-h-6 px-1.5 hover:text-indigo aria-pressed:text-indigo"
      onMouseDown={(event) => {
        event.preventDefault();
      }}
      onClick={press}
    >
      <span aria-hidden>{mark}</span>
      <span className="sr-only">{words}</span>
    </button>
  );
  return (
    <div
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) onClose();
      }}
    >
      <EditorContent editor={editor} />
      <p className="flex gap-1 border-t border-rule font-sans text-[12px] text-soft">
        {button("Bold", "Bold", "Ctrl B", editor.isActive("bold"), () => editor.chain().focus().toggleBold().run())}
        {button("Italic", "Italic", "Ctrl I", editor.isActive("italic"), () => editor.chain().focus().toggleItalic().run())}
        {button("Small heading", "Heading", "### and a space", editor.isActive("heading"), () =>
          editor.chain().focus().toggleHeading({ level: 3 }).run(),
        )}
        {button("List", "List", "- and a space", editor.isActive("bulletList"), () =>
          editor.chain().focus().toggleBulletList().run(),
        )}
        {button("Numbered list", "1. 2. 3.", "1. and a space", editor.isActive("orderedList"), () =>
          editor.chain().focus().toggleOrderedList().run(),
        )}
        {button("Quote", "Quote", "> and a space", editor.isActive("blockquote"), () =>
          editor.chain().focus().toggleBlockquote().run(),
        )}
        <span className="ml-auto self-center">
          <kbd>Esc</kbd> ends
        </span>
      </p>
    </div>
  );
}

/** As JSON alone: attributes without a value and what a link has besides its address are left out. */
function plain(doc: RichText): RichText {
  return JSON.parse(
    JSON.stringify(doc, (key, value: unknown) =>
      key === "attrs" && typeof value === "object" && value !== null && "href" in value ? { href: value.href } : value,
    ),
  ) as RichText;
}
