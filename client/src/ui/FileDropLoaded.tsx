import { useDropzone } from 'react-dropzone';
import type { FileDropProps } from './fileDropProps';

export default function FileDropLoaded({
  label,
  name,
  maxBytes = Infinity,
  disabled = false,
  onFile,
  onRefused,
  children,
}: FileDropProps) {
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    multiple: false,
    maxSize: maxBytes,
    disabled,
    noClick: true,
    noKeyboard: true,
    onDropAccepted: ([file]) => file && onFile(file),
    onDropRejected: () => onRefused?.(),
  });
  return (
    <div {...getRootProps()}>
      <input {...getInputProps()} name={name} aria-label={label} />
      {children(open, isDragActive)}
    </div>
  );
}
