"""Words every room shares: frozen values, measures, angles, fields, findings."""
