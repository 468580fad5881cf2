"""The frame around the panes: window, rail, board, ticket, commands, and the open job with its file."""
