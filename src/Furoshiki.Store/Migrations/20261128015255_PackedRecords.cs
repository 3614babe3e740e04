using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class PackedRecords : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Unpacked",
                table: "ContentChunks",
                type: "INTEGER",
                nullable: true
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(name: "Unpacked", table: "ContentChunks");
        }
    }
}
