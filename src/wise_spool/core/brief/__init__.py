"""The brief: answers that become a requirement, and the rod laid against it."""
