"""The work: operations, their order, glue-up, weight."""
