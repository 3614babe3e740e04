using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Screens : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Screens",
                table: "Savings",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(name: "Screens", table: "Savings");
        }
    }
}
