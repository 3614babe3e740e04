using System.Text;
using Furoshiki.Drawer;

// Drawings come in, pixels go out, until nobody asks any more. A drawing is two whole numbers, the longest side in px that is wanted and its length
// in bytes, and its bytes; pixels are width, height and four bytes each, or 0 and 0 for a drawing that cannot be read.
using var asked = new BinaryReader(Console.OpenStandardInput(), Encoding.UTF8);
using var told = new BinaryWriter(Console.OpenStandardOutput(), Encoding.UTF8);
Limits.SetMemory();
while (true)
{
    uint longest;
    try
    {
        longest = asked.ReadUInt32();
    }
    catch (EndOfStreamException)
    {
        return;
    }
    var bytes = asked.ReadBytes(asked.ReadInt32());
    Limits.SetTime();
    var pixels = Drawing.Read(bytes, longest);
    told.Write(pixels.Width);
    told.Write(pixels.Height);
    told.Write(pixels.Rgba);
    told.Flush();
}
