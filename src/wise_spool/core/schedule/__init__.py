"""The schedule: every open rod's work over the hours, dryers and warmth of one shop."""
