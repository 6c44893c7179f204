/** A file to bring in from this device; the same file may be brought again. */
export function BringFile(props: {
  says: string;
  label: string;
  accept: string;
  onBring: (file: File) => void;
}) {
  return (
    <label className="cursor-pointer rounded border border-line bg-raised px-2.5 py-1 text-small focus-within:outline-3 hover:border-soft">
      {props.says}
      <input
        type="file"
        accept={props.accept}
        className="sr-only"
        aria-label={props.label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) props.onBring(file);
        }}
      />
    </label>
  );
}

export interface BroughtPicture {
  url: string;
  wide: number;
  high: number;
}

/** A picture as the browser shows it; whoever asks lets its address go. Rejects what is no picture. */
export function asPicture(file: File): Promise<BroughtPicture> {
  const url = URL.createObjectURL(file);
  return new Promise((done, fail) => {
    const image = new Image();
    image.onload = () => done({ url, wide: image.naturalWidth, high: image.naturalHeight });
    image.onerror = () => {
      URL.revokeObjectURL(url);
      fail(new Error("That file is no picture the browser can show."));
    };
    image.src = url;
  });
}
