export const aside = {
  workingOutTakesMore:
    'Working this out takes more than {seconds} s. Plan fewer pieces or fewer jobs on a sheet, or try again when less is going on.',
  thereNoPaperPrint: 'There is no paper for a print that can’t be made. {message}',
} as const;
