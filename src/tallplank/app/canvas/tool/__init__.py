"""What the mouse does on a drawing; one module for each tool."""
