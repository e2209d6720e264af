/** Documents that a press takes. */
import { TICKET_TYPE } from '@kyanos/contract';

export const PDF = 'application/pdf';
export const FORMATS: readonly string[] = [PDF, TICKET_TYPE, 'application/octet-stream'];
