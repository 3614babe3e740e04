using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Groupings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Without",
                table: "Profiles",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]"
            );

            migrationBuilder.CreateTable(
                name: "Groupings",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(
                        type: "TEXT",
                        maxLength: 60,
                        nullable: false,
                        collation: "NOCASE"
                    ),
                    Without = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Groupings", x => x.Id);
                }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Groupings_Name",
                table: "Groupings",
                column: "Name",
                unique: true
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "Groupings");

            migrationBuilder.DropColumn(name: "Without", table: "Profiles");
        }
    }
}
