"""The spine: rests, drops, the decision, and the trainer."""
