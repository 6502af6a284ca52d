import limits from './data/youth-limits.json' with { type: 'json' };
import { armCareRulesSchema, type ArmCareRules } from './rules.ts';

/** The published youth limits: daily maximum and rest days by age. The league's own rule stands above them. */
export const publishedLimits: ArmCareRules = armCareRulesSchema.parse(limits);
