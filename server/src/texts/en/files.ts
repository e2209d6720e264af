export const files = {
  fileLargerThanMb:
    'The file is larger than {most} MB. Lower its resolution or flatten it, and send it again.',
  fileEmpty0Bytes: 'The file is empty: 0 bytes. Export or copy it again.',
  pictureLargerThanMb:
    'This picture is larger than {most} MB. Take it again at a lower resolution.',
  fileHasMbMost:
    'The file has {announced} MB; the most is {most} MB. Lower its resolution or flatten it, and send it again.',
} as const;
